import type { Socket } from 'node:net';
import { LinkError, openSocket } from './open-socket';

const ANSWER_MS = 2500;
/** A meter that sends more than this without an end of line is none. */
const MOST_BYTES = 4096;

interface Waiting {
  readonly resolve: (line: string) => void;
  readonly reject: (error: Error) => void;
}

/** A line-by-line conversation with an instrument over TCP: one question at a time, each with a time limit. */
export class ScpiLink {
  private rest = '';
  private waiting: Waiting | null = null;
  private queue: Promise<unknown> = Promise.resolve();
  private ended: LinkError | null = null;

  private constructor(
    private readonly socket: Socket,
    private readonly answerMs: number,
  ) {
    socket.setEncoding('utf8');
    socket.on('data', (text: string) => this.hear(text));
    socket.on('error', (e) => this.end(new LinkError(`The link to the meter broke: ${e.message}`)));
    socket.on('close', () => this.end(new LinkError('The meter has closed the link')));
  }

  /** Throws LinkError when nobody listens there. */
  static async open(host: string, port: number, answerMs = ANSWER_MS): Promise<ScpiLink> {
    return new ScpiLink(await openSocket('meter', host, port, answerMs), answerMs);
  }

  get closed(): LinkError | null {
    return this.ended;
  }

  private end(error: LinkError): void {
    this.ended ??= error;
    this.waiting?.reject(this.ended);
    this.waiting = null;
    this.socket.destroy();
  }

  private hear(text: string): void {
    this.rest += text;
    if (this.rest.length > MOST_BYTES) {
      this.end(new LinkError('What answers there sends no lines; it is no meter'));
      return;
    }
    const lines = this.rest.split('\n');
    this.rest = lines.pop() ?? '';
    for (const line of lines) {
      const waiting = this.waiting;
      this.waiting = null;
      // A line nobody asked for is old by the time somebody does.
      waiting?.resolve(line.replace(/\r$/u, ''));
    }
  }

  /** Sends a command that has no answer. */
  say(command: string): Promise<void> {
    return this.turn(() => {
      this.socket.write(`${command}\n`);
      return Promise.resolve();
    });
  }

  /** Sends a question and gives the line that answers it. */
  ask(question: string): Promise<string> {
    return this.turn(
      () =>
        new Promise<string>((resolve, reject) => {
          const late = setTimeout(
            () => this.end(new LinkError(`The meter did not answer ${question} in time`)),
            this.answerMs,
          );
          this.waiting = {
            resolve: (line) => {
              clearTimeout(late);
              resolve(line);
            },
            reject: (error) => {
              clearTimeout(late);
              reject(error);
            },
          };
          this.socket.write(`${question}\n`);
        }),
    );
  }

  private turn<T>(act: () => Promise<T>): Promise<T> {
    const next = this.queue.then(() => {
      if (this.ended) throw this.ended;
      return act();
    });
    this.queue = next.catch(() => undefined);
    return next;
  }

  close(): void {
    this.end(new LinkError('The link was closed here'));
  }
}

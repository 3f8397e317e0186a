import type { Socket } from 'node:net';
import { LinkError, openSocket } from './open-socket';

const ANSWER_MS = 2500;
/** What sends more than this without an end of line sends no lines. */
const MOST_BYTES = 4096;
/** A day at ten samples a second. */
const MOST_LINES = 900_000;
const LONGEST_LINE = 200;

/** An instrument that sends lines by itself over TCP: what came is kept, the oldest given up first. */
export class LineStream {
  private rest = '';
  private kept: (readonly [number, string])[] = [];
  private gone = 0;
  private named: string | null = null;
  private ended: LinkError | null = null;
  private readonly begun = Date.now();

  private constructor(private readonly socket: Socket) {
    socket.setEncoding('utf8');
    socket.on('data', (text: string) => this.hear(text));
    socket.on('error', (e) => this.end(new LinkError(`The link to the power meter broke: ${e.message}`)));
    socket.on('close', () => this.end(new LinkError('The power meter has closed the link')));
  }

  /** Throws LinkError when nobody listens there. */
  static async open(host: string, port: number, answerMs = ANSWER_MS): Promise<LineStream> {
    return new LineStream(await openSocket('power meter', host, port, answerMs));
  }

  /** Lines since it was opened. */
  get count(): number {
    return this.gone + this.kept.length;
  }

  /** The last line that names columns; `null` with none. */
  get head(): string | null {
    return this.named;
  }

  get closed(): LinkError | null {
    return this.ended;
  }

  /** At most `most` lines from number `from` on, and the number of the first of them. */
  since(
    from: number,
    most: number,
  ): { readonly from: number; readonly lines: readonly (readonly [number, string])[] } {
    const first = Math.max(from, this.gone);
    return { from: first, lines: this.kept.slice(first - this.gone, first - this.gone + most) };
  }

  say(line: string): void {
    if (this.ended) throw this.ended;
    this.socket.write(`${line}\n`);
  }

  close(): void {
    this.socket.destroy();
  }

  private end(error: LinkError): void {
    this.ended ??= error;
    this.socket.destroy();
  }

  private hear(text: string): void {
    const lines = (this.rest + text).split(/\r?\n|\r/u);
    this.rest = lines.pop() ?? '';
    if (this.rest.length > MOST_BYTES) {
      this.end(new LinkError('What answers there sends no lines; it is no power meter'));
      return;
    }
    const at = Date.now() - this.begun;
    for (const line of lines) {
      if (line.trim() === '') continue;
      if (/^[A-Za-z]/u.test(line)) this.named = line.slice(0, LONGEST_LINE);
      this.kept.push([at, line.slice(0, LONGEST_LINE)]);
    }
    const over = this.kept.length - MOST_LINES;
    if (over > 0) {
      // A tenth at once: giving up one line for each that comes would copy the list each time.
      const drop = over + MOST_LINES / 10;
      this.kept = this.kept.slice(drop);
      this.gone += drop;
    }
  }
}

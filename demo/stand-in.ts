import { readFileSync, renameSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import type { Server, Socket } from 'node:net';
import type { Circuit, MeterMode, MeterShown } from '@zebbit/core';
import type { BoardTruth, TruthBench } from '@zebbit/core/practice';
import { askTruth, brokenBoard, truthBench } from '@zebbit/core/practice';

/** A truth as it travels and is kept: sets as lists. */
export interface StoredTruth {
  readonly board: BoardTruth['board'];
  readonly netOf: Readonly<Record<string, string>>;
  readonly gone: readonly string[];
  readonly cut: readonly string[];
  readonly circuit: Circuit;
  readonly followed: readonly string[];
}

export function storeTruth({ gone, cut, followed, ...rest }: BoardTruth): StoredTruth {
  return { ...rest, gone: [...gone], cut: [...cut], followed: [...followed] };
}

function revive({ gone, cut, followed, ...rest }: StoredTruth): BoardTruth {
  return { ...rest, gone: new Set(gone), cut: new Set(cut), followed: new Set(followed) };
}

const OVER = '+9.90000000E+37';
const MODES: Readonly<Record<string, MeterMode>> = {
  CONT: 'continuity',
  RES: 'ohms',
  DIOD: 'diode',
  'VOLT:DC': 'volts',
};

/** One conversation: what is set, and where the tips rest. */
class Conversation {
  private mode: MeterMode = 'ohms';
  private tips: { readonly board: string; readonly red: string; readonly black: string } | null = null;
  private climbing = 0;

  constructor(
    private readonly boards: Map<string, TruthBench>,
    private readonly keep: (job: string, truth: StoredTruth) => void,
  ) {}

  /** The answer to one line; `null` where none is due. */
  answer(line: string): string | null {
    if (line === '*IDN?') return 'Tollgate,Stand-in meter,0,1.0';
    const configure = /^CONF:(CONT|RES|DIOD|VOLT:DC)$/u.exec(line);
    if (configure) {
      this.mode = MODES[configure[1] ?? ''] ?? 'ohms';
      this.climbing = 0;
      return null;
    }
    const tips = /^SIM:TIPS "([^"]+)","([^"]+)","([^"]+)"$/u.exec(line);
    if (tips) {
      this.tips = { board: tips[1] ?? '', red: tips[2] ?? '', black: tips[3] ?? '' };
      this.climbing = 0;
      return null;
    }
    const load = /^SIM:LOAD "([^"]+)" (.+)$/u.exec(line);
    if (load) {
      this.keep(load[1] ?? '', JSON.parse(load[2] ?? '') as StoredTruth);
      return 'OK';
    }
    return line === 'READ?' ? this.read() : line.endsWith('?') ? '-113,"Undefined header"' : null;
  }

  private read(): string {
    const { tips } = this;
    const bench = tips && (this.boards.get(tips.board) ?? generated(tips.board));
    // Tips in the air: every range runs over, as on a real one.
    if (!tips || !bench?.known.has(tips.red) || !bench.known.has(tips.black)) return OVER;
    return this.print(askTruth(bench, tips.red, tips.black, this.mode));
  }

  private print({ shown, value }: MeterShown): string {
    if (shown === 'beep') return '+3.00000000E-01';
    if (shown === 'climbs' && this.mode === 'ohms') {
      this.climbing += 1;
      return (9000 * 1.7 ** this.climbing).toExponential(8);
    }
    if (shown !== 'value' || value === null) return OVER;
    return `${value < 0 ? '' : '+'}${value.toExponential(8)}`;
  }
}

/** `seed:123` is a generated board. */
function generated(name: string): TruthBench | null {
  const seed = /^seed:(\d{1,9})$/u.exec(name);
  return seed ? truthBench(brokenBoard(Number(seed[1])).truth) : null;
}

/**
 * A meter without hardware: SCPI over TCP on this machine, answering from the hidden circuits of made-up boards. `SIM:TIPS` says where the
 * tips rest, `SIM:LOAD` hands it a board; both are its own, everything else is what bench meters speak.
 * @param keepFile where the boards are kept between starts; `null` keeps them in memory alone
 */
export function standInMeter(keepFile: string | null): Server {
  const stored = new Map<string, StoredTruth>();
  const boards = new Map<string, TruthBench>();
  const take = (job: string, truth: StoredTruth): void => {
    stored.set(job, truth);
    boards.set(job, truthBench(revive(truth)));
  };
  if (keepFile !== null)
    try {
      for (const [job, truth] of JSON.parse(readFileSync(keepFile, 'utf8')) as [string, StoredTruth][])
        take(job, truth);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
    }
  const keep = (job: string, truth: StoredTruth): void => {
    take(job, truth);
    if (keepFile === null) return;
    writeFileSync(`${keepFile}.new`, JSON.stringify([...stored]));
    renameSync(`${keepFile}.new`, keepFile);
  };
  return createServer((socket: Socket) => {
    const talk = new Conversation(boards, keep);
    let rest = '';
    socket.setEncoding('utf8');
    socket.on('error', () => socket.destroy());
    socket.on('data', (text: string) => {
      const lines = (rest + text).split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) {
        const answer = talk.answer(line.trim());
        if (answer !== null) socket.write(`${answer}\n`);
      }
    });
  });
}

import type { MeterMode, MeterShown, Reading, TraceAdvice } from '@zebbit/core';
import type { BoardWish, BrokenBoard } from '@zebbit/core/practice';
import { EMPTY_DOCUMENTS, fewestProbes, jobView, traceAdvice, traceContext, traceScene } from '@zebbit/core';
import { askSlipping, brokenBoard, harms, seeded, truthBench } from '@zebbit/core/practice';
import { playFixedOrder } from './fixed-order';

export interface TraceTally {
  boards: number;
  probes: number;
  fixedProbes: number;
  fixedWrong: number;
  fixedMissing: number;
  allPairs: number;
  boundProbes: number;
  required: number;
  sure: number;
  wrong: number;
  unsure: number;
  wrongNowhere: number;
  /** Right, but behind a part of few ohms. */
  far: number;
  /** Landings, sure or not, where a wire would harm the board; those that no word of danger stands beside. */
  harm: number;
  harmSilent: number;
  seconds: number[];
  failures: string[];
  /** Chance said of the likeliest landing, and whether it was on the pin's net: one pair a required pin to be rebuilt. */
  said: [number, number][];
}

export const emptyTally = (): TraceTally => ({
  boards: 0,
  probes: 0,
  fixedProbes: 0,
  fixedWrong: 0,
  fixedMissing: 0,
  allPairs: 0,
  boundProbes: 0,
  required: 0,
  sure: 0,
  wrong: 0,
  unsure: 0,
  wrongNowhere: 0,
  far: 0,
  harm: 0,
  harmSilent: 0,
  seconds: [],
  failures: [],
  said: [],
});

/** Contact resistance of a hand-held tip, ohms, added to small readings (a judgement). */
const CONTACT_OHMS = 0.03;
const MOST_PROBES = 45;

function hand(
  board: BrokenBoard,
  slip: number,
  seed: number,
): (red: string, black: string, mode: MeterMode) => MeterShown {
  const bench = truthBench(board.truth);
  const random = seeded(seed);
  return (red, black, mode) => {
    const shown = askSlipping(bench, red, black, mode, slip, random);
    if (mode !== 'ohms' || shown.shown !== 'value' || shown.value === null || shown.value > 100) return shown;
    const noise = CONTACT_OHMS * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    return { shown: 'value', value: Math.max(0.03, shown.value + noise) };
  };
}

/**
 * A wire at a place works: it is on the net, or on the far side of a part of few ohms that stands in its line (a fuse or bead is lost then),
 * at that part's other end or anywhere on its net.
 */
function works({ truth }: BrokenBoard, pointId: string, net: string | undefined): 'near' | 'far' | null {
  const own = truth.netOf[pointId];
  if (own === net) return 'near';
  // CC1 and CC2 each end at a resistor of their own: a device works with the two changed over.
  if (net?.startsWith('cc') === true && own?.startsWith('cc') === true) return 'far';
  const through = truth.circuit.some(
    (c) =>
      c.kind === 'resistor' &&
      c.ohms < 50 &&
      truth.board.components.some((k) => k.id === c.id && k.terminals.length === 2) &&
      ((c.a === net && c.b === own) || (c.b === net && c.a === own)),
  );
  return through ? 'far' : null;
}

/** Counts the landings that the pin table shows where a wire would harm the board, and those it warns of. */
function countHarm(
  board: BrokenBoard,
  readings: readonly Reading[],
  advice: TraceAdvice,
  tally: TraceTally,
): void {
  const answers = {
    believed: readings.length > 0 ? advice.targets : [],
    doubtful: advice.doubtful,
    order: null,
  };
  const { pins } = jobView({ ...EMPTY_DOCUMENTS, board: board.truth.board, readings, results: [] }, answers);
  for (const row of pins) {
    if (row.status === 'sound' || !row.landing) continue;
    const { pointId } = row.landing;
    const net = board.truth.netOf[pointId];
    if (net === board.pinNets[row.pin.id] || !harms(row.pin.pin.function, net)) continue;
    tally.harm += 1;
    const silent = row.contradictions.length === 0 && row.danger === null;
    if (silent) tally.harmSilent += 1;
    tally.failures.push(
      `${board.seed} ${board.kind} ${row.pin.pin.function}: HARM${silent ? ', silent' : ', warned'}: ${pointId}, net ${net ?? ''}`,
    );
  }
}

/** Traces one made-up board by the proposed probes and by the fixed order, and counts. */
export function playBoard(
  seed: number,
  slip: number,
  tally: TraceTally,
  from: BoardWish['from'] = 'usual',
): void {
  const board = brokenBoard(seed, { from });
  const ask = hand(board, slip, seed * 7 + 1);
  const readings: Reading[] = [];
  let scene = null;
  let advice: TraceAdvice;
  for (;;) {
    const context = traceContext(board.truth.board, readings);
    scene ??= traceScene(context, 0.02);
    const begun = performance.now();
    advice = traceAdvice(context, {}, scene);
    tally.seconds.push((performance.now() - begun) / 1000);
    if (readings.length === 0) {
      tally.boundProbes += fewestProbes(advice);
      tally.allPairs += (context.points.length * (context.points.length - 1)) / 2;
    }
    const { order } = advice;
    if (!order || readings.length >= MOST_PROBES) break;
    const id = `r${readings.length}`;
    const shown = ask(order.red, order.black, order.mode);
    readings.push({
      id,
      at: '',
      red: order.red,
      black: order.black,
      mode: order.mode,
      struck: false,
      ...shown,
    });
  }
  countHarm(board, readings, advice, tally);
  const fixed = playFixedOrder(board.truth.board, hand(board, slip, seed * 11 + 5));
  tally.boards += 1;
  tally.probes += readings.length;
  tally.fixedProbes += fixed.probes;
  const { pins } = advice.belief.ctx;
  for (const { target, landings, status } of advice.targets)
    for (const at of target.pins) {
      const id = pins[at]?.id ?? '';
      const net = board.pinNets[id];
      const note = (what: string): void =>
        void tally.failures.push(`${seed} ${board.kind} ${target.functions[0] ?? ''}: ${what}`);
      if (!board.required.includes(id)) {
        if (status === 'sure' && net === undefined) {
          tally.sure += 1;
          tally.wrong += 1;
          note(`unwired, landed on ${landings[0]?.pointId ?? ''}`);
        }
        continue;
      }
      tally.required += 1;
      const likeliest = landings[0];
      if (likeliest) tally.said.push([likeliest.p, Number(works(board, likeliest.pointId, net) !== null)]);
      const there = fixed.landings.get(id) ?? null;
      if (there === null) tally.fixedMissing += 1;
      else if (board.truth.netOf[there] !== net) tally.fixedWrong += 1;
      if (status === 'unsure') {
        tally.unsure += 1;
      } else {
        tally.sure += 1;
        const landed = landings[0]?.pointId ?? '';
        const way = status === 'sure' ? works(board, landed, net) : null;
        if (way === 'far') tally.far += 1;
        if (way === null) {
          tally.wrong += 1;
          if (status === 'nowhere') tally.wrongNowhere += 1;
          note(
            status === 'nowhere'
              ? 'said to go nowhere'
              : `landed on ${landed}, net ${board.truth.netOf[landed] ?? '?'} for ${net ?? '?'}`,
          );
        }
      }
    }
}

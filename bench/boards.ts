import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { MeterShown, Reading } from '@zebbit/core';
import { jobView, EMPTY_DOCUMENTS, traceContext, traceScene, weighTrace } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import { playFixedOrder } from './fixed-order';
import type { Ask, ForeignBoard, ForeignReadings } from './foreign-board';
import { exactMeter, marked, scarPoint } from './foreign-board';
import { shaken } from './shaken';

/** Seconds at the bench (common practice): a probe, a look along a track. */
const PROBE_S = 3;
const EYE_S = 18;
const SCRAPE_S = 60;
const MOST_PROBES = 60;

interface Sums {
  boards: number;
  required: number;
  sureRight: number;
  farSide: number;
  wrong: number;
  unsure: number;
  dangerSure: number;
  dangerSilent: number;
  probes: number;
  scrapes: number;
  eyeProbes: number;
  seconds: number;
  times: number[];
}
const none = (): Sums => ({
  boards: 0,
  required: 0,
  sureRight: 0,
  farSide: 0,
  wrong: 0,
  unsure: 0,
  dangerSure: 0,
  dangerSilent: 0,
  probes: 0,
  scrapes: 0,
  eyeProbes: 0,
  seconds: 0,
  times: [],
});

/** A hand that slips now and then, and a meter of 1 % + 2 digits. */
function noisy(ask: Ask, points: readonly string[], seed: number): Ask {
  const random = seeded(seed);
  return (red, black, mode) => {
    const slipped = random() < 0.03;
    const other = points[Math.floor(random() * points.length)] ?? red;
    const shown: MeterShown = slipped
      ? random() < 0.5
        ? { shown: mode === 'continuity' || mode === 'seen' ? 'open' : 'over', value: null }
        : ask(other === black ? red : other, black, mode)
      : ask(red, black, mode);
    if (shown.shown !== 'value' || shown.value === null) return shown;
    const digit = 10 ** (Math.floor(Math.log10(Math.max(0.1, Math.abs(shown.value)))) - 2);
    const off = (2 * random() - 1) * (0.01 * shown.value + 2 * digit);
    return { ...shown, value: Math.max(0, shown.value + off) };
  };
}

function playOne(board: ForeignBoard, ask: Ask, sums: Sums): string[] {
  const plate = marked(board);
  const readings: Reading[] = [];
  const scene = traceScene(traceContext(plate, []), 0.02);
  let answers = weighTrace(plate, readings, {}, scene);
  while (answers.order && readings.length < MOST_PROBES) {
    const { red, black, mode, scrape } = answers.order;
    readings.push({
      id: String(readings.length + 1),
      at: '',
      red,
      black,
      mode,
      struck: false,
      ...ask(red, black, mode),
    });
    sums.probes += 1;
    sums.eyeProbes += mode === 'seen' ? 1 : 0;
    sums.seconds += (mode === 'seen' ? EYE_S : PROBE_S) + SCRAPE_S * scrape.length;
    sums.scrapes += scrape.length;
    const begun = performance.now();
    answers = weighTrace(plate, readings, {}, scene);
    sums.times.push(performance.now() - begun);
  }
  const { pins } = jobView({ ...EMPTY_DOCUMENTS, board: plate, readings, results: [] }, answers);
  sums.boards += 1;
  const lacks: string[] = [];
  for (const truth of board.hidden.truth) {
    const row = pins.find((p) => p.pin.pin.number === truth.pad);
    if (!row) continue;
    const landing = row.landing?.pointId ?? null;
    const danger = landing === null ? undefined : truth.dangerous.find((d) => d.points.includes(landing));
    if (danger && row.status !== 'sound') {
      sums.dangerSure += 1;
      if (row.contradictions.length === 0 && row.danger === null) sums.dangerSilent += 1;
      lacks.push(`${truth.pad} ${truth.function}: DANGER ${landing ?? ''}, ${danger.why}`);
    }
    const good =
      landing !== null &&
      (truth.landing.includes(landing) || (truth.connected && landing === scarPoint(truth.pad)));
    const works = landing !== null && truth.alsoWorks.some((w) => w.points.includes(landing));
    const far = landing !== null && truth.farSide.some((f) => f.points.includes(landing));
    if (!truth.connected && landing !== null) {
      sums.wrong += 1;
      lacks.push(`${truth.pad} ${truth.function}: wired nowhere, said ${landing}`);
    }
    if (truth.need !== 'required') continue;
    sums.required += 1;
    if (row.status === 'sound' || good || works) sums.sureRight += 1;
    else if (far) {
      sums.sureRight += 1;
      sums.farSide += 1;
    } else if (landing !== null || row.status === 'needless') {
      sums.wrong += 1;
      lacks.push(
        `${truth.pad} ${truth.function}: said ${landing ?? 'nowhere'}, is ${truth.landing.slice(0, 2).join(' ')}`,
      );
    } else {
      sums.unsure += 1;
      const best = row.believed?.landings ?? [];
      lacks.push(
        `${truth.pad} ${truth.function}: unsure, ${best.map((l) => `${l.pointId} ${Math.round(100 * l.p)}`).join(', ')} %, nowhere ${Math.round(100 * (row.believed?.nowhere ?? 0))} %, is ${truth.landing.slice(0, 2).join(' ')}`,
      );
    }
  }
  return lacks;
}

interface FixedSums {
  probes: number;
  seconds: number;
  wrong: number;
  danger: number;
}

/** The trade's fixed order on the same board: it scrapes nothing and looks at nothing, and takes what it finds. */
function playFixed(board: ForeignBoard, ask: Ask, sums: FixedSums): void {
  const plate = marked(board);
  const bare = { ...plate, points: plate.points.filter((p) => p.role !== 'track-end') };
  const { probes, landings } = playFixedOrder(bare, ask);
  sums.probes += probes;
  sums.seconds += probes * PROBE_S;
  for (const truth of board.hidden.truth) {
    const pin = bare.rows.flatMap((r) => r.pins).find((p) => p.number === truth.pad);
    const landing = landings.get(pin?.id ?? '') ?? null;
    if (landing === null || pin?.state === 'sound') continue;
    if (truth.dangerous.some((d) => d.points.includes(landing))) sums.danger += 1;
    const right = [
      ...truth.landing,
      ...truth.farSide.flatMap((f) => f.points),
      ...truth.alsoWorks.flatMap((w) => w.points),
    ];
    if (truth.need === 'required' && !right.includes(landing)) sums.wrong += 1;
  }
}

/**
 * Plays every board of a folder drawn by another hand: exact, then with a slipping hand over five seeds. The last line is one JSON object.
 * @param anew a seed: every board is laid out anew by chance first
 */
export function benchBoards(folder: string, hands = 5, anew: number | null = null): void {
  const read = (part: string, name: string): unknown =>
    JSON.parse(readFileSync(join(folder, part, name), 'utf8'));
  const names = readdirSync(join(folder, 'boards'))
    .filter((n) => n.endsWith('.json'))
    .sort();
  const exact = none();
  const rough = none();
  const fixed: FixedSums = { probes: 0, seconds: 0, wrong: 0, danger: 0 };
  for (const [n, name] of names.entries()) {
    const drawn = read('boards', name) as ForeignBoard;
    const board = anew === null ? drawn : shaken(drawn, anew * 100 + n);
    const readings = read('readings', name) as ForeignReadings;
    const before = exact.probes;
    const ask = exactMeter(readings, board.hidden.truth);
    const lacks = playOne(board, ask, exact);
    process.stdout.write(
      `${name.slice(0, 34).padEnd(36)} ${exact.probes - before} probes${lacks.map((l) => `\n    ${l}`).join('')}\n`,
    );
    playFixed(board, ask, fixed);
    for (let seed = 1; seed <= hands; seed += 1)
      playOne(board, noisy(ask, readings.points, seed * 1000 + n), rough);
  }
  const said = (s: Sums): string =>
    `wrong ${s.wrong} of ${s.required} required, unsure ${s.unsure}, right ${s.sureRight} (${s.farSide} far side), dangerous ${s.dangerSure} (${s.dangerSilent} silent), probes ${s.probes} (${s.eyeProbes} by eye), ${s.scrapes} scraped, ${s.seconds} s`;
  process.stdout.write(
    `the fixed order: ${fixed.probes} probes, ${fixed.seconds} s, wrong ${fixed.wrong}, dangerous ${fixed.danger}\n`,
  );
  const times = exact.times.toSorted((a, b) => a - b);
  process.stdout.write(`exact: ${said(exact)}\nnoisy, ${hands} seeds: ${said(rough)}\n`);
  process.stdout.write(
    `${JSON.stringify({ ...exact, times: undefined, fixed, msMedian: Math.round(times[Math.floor(times.length / 2)] ?? 0), msWorst: Math.round(times.at(-1) ?? 0) })}\n`,
  );
}

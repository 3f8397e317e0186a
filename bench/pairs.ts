import type { PairChances, PairTraits } from '@zebbit/core';
import {
  LANDING_CHANCES,
  landingLog,
  landingTraits,
  OTHER_PAIR_CHANCES,
  PAIR_CHANCES,
  pairTraits,
} from '@zebbit/core';
import type { KinBoard } from './kin-boards';
import { byStage } from './kin-boards';
import { printFit } from './print-fit';

/** How two lines of a pair lie to each other, as it was judged from common practice before anything was counted; the product still takes it of other pairs. */
const JUDGED: PairChances = OTHER_PAIR_CHANCES;
const NAMES = Object.keys(JUDGED) as (keyof PairChances)[];
/** How far each is let from where it was judged to be, standard deviation. */
const FREE: PairChances = {
  order: 0.3,
  orderOfTwo: 0.3,
  unlike: 0.8,
  besidePoint: 0.8,
  near: 0.8,
  far: 0.8,
  perMm: 0.15,
  onePart: 0.8,
  bothEnds: 0.8,
  twoForOne: 0.8,
};
const STEPS = 250;
const STEP = 0.01;
/** However many boards were laid of a stage, it counts as so many pairs. */
const PAIRS_A_STAGE = 6;
/** Pairs of places less likely than this by what each line meets first are left out, log. */
const LEAST = -16;

/** The data lines of a board: every two places that they may meet first. */
interface Pair {
  readonly stage: string;
  /** Traits of each two places, by name, one after the other. */
  readonly traits: Float64Array;
  /** What each two places weigh line by line, log. */
  readonly alone: Float64Array;
  readonly right: Uint8Array;
}

function pairOf({ stage, scene, netOf, joined }: KinBoard): Pair[] {
  const way = scene.orientations.find((o) => o.name === 'as usual');
  const lines = ['D-', 'D+'] as const;
  const [minus, plus] = lines.map(netOf);
  if (!way || joined || !minus || !plus) return [];
  const [a, b] = lines.map((f) => {
    const logs = scene.sites.map((s) =>
      landingLog(landingTraits(scene, way, f, s, new Set()), LANDING_CHANCES),
    );
    const all = Math.log(logs.reduce((sum, x) => sum + Math.exp(x), 0));
    return logs.map((x) => x - all);
  }) as [number[], number[]];
  const [traits, alone, right]: [number[], number[], number[]] = [[], [], []];
  scene.sites.forEach((one, i) =>
    scene.sites.forEach((two, j) => {
      const log = (a[i] as number) + (b[j] as number);
      if (one === two || log < LEAST) return;
      const here: PairTraits = pairTraits(scene, way, lines, one, two);
      traits.push(...NAMES.map((name) => here[name]));
      alone.push(log);
      right.push(Number(minus.has(scene.points[one]?.id ?? '') && plus.has(scene.points[two]?.id ?? '')));
    }),
  );
  return right.includes(1)
    ? [
        {
          stage,
          traits: Float64Array.from(traits),
          alone: Float64Array.from(alone),
          right: Uint8Array.from(right),
        },
      ]
    : [];
}

/** Log loss in nats; adds its slopes to `uphill`, so many times, where that is wanted. */
function lossOf(pair: Pair, by: Float64Array, uphill: Float64Array | null = null, share = 1): number {
  const n = by.length;
  const [slopes, slopesRight] = [new Float64Array(n), new Float64Array(n)];
  let [all, right] = [0, 0];
  for (let i = 0; i < pair.alone.length; i += 1) {
    let log = pair.alone[i] as number;
    for (let k = 0; k < n; k += 1) log += (by[k] as number) * (pair.traits[i * n + k] as number);
    const weight = Math.exp(log);
    const here = pair.right[i] === 1 ? weight : 0;
    all += weight;
    right += here;
    if (!uphill) continue;
    for (let k = 0; k < n; k += 1) {
      const trait = pair.traits[i * n + k] as number;
      slopes[k] = (slopes[k] as number) + weight * trait;
      slopesRight[k] = (slopesRight[k] as number) + here * trait;
    }
  }
  if (uphill)
    for (let k = 0; k < n; k += 1)
      uphill[k] =
        (uphill[k] as number) + share * ((slopesRight[k] as number) / right - (slopes[k] as number) / all);
  return Math.log(all / right);
}

const listOf = (chances: PairChances): Float64Array => Float64Array.from(NAMES, (name) => chances[name]);

function fitted(pairs: readonly Pair[]): Float64Array {
  const [judged, free] = [listOf(JUDGED), listOf(FREE)];
  const by = Float64Array.from(judged);
  for (let step = 0; step < STEPS; step += 1) {
    const uphill = new Float64Array(by.length);
    for (const kin of byStage(pairs))
      for (const pair of kin) lossOf(pair, by, uphill, PAIRS_A_STAGE / kin.length);
    for (let k = 0; k < by.length; k += 1) {
      const off = (by[k] as number) - (judged[k] as number);
      by[k] = (by[k] as number) + STEP * ((uphill[k] as number) - off / (free[k] as number) ** 2);
    }
  }
  return by;
}

const namesOf = (by: Float64Array): object =>
  Object.fromEntries(NAMES.map((name, k) => [name, Math.round(100 * (by[k] as number)) / 100]));

/**
 * Fits how the two data lines lie to each other; what each line meets first by itself is as in the product.
 * @param folder boards of another hand
 * @param boards how many of each stage
 */
export const benchPairs = (folder: string, boards: number, fresh: number): void => {
  printFit(
    {
      title: (made, shared) =>
        `How the two data lines lie to each other: log loss in nats a pair, every stage alike; ${made} pairs of made-up stages, ${shared} of another hand`,
      casesOf: pairOf,
      fitted,
      lossOf: (pair, by) => lossOf(pair, by),
      judged: listOf(JUDGED),
      product: listOf(PAIR_CHANCES),
      forProduct: namesOf,
    },
    folder,
    boards,
    fresh,
  );
};

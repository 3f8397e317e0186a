import type { Edge } from './blocks';
import { edgeBlocks } from './blocks';
import type { Board } from './board';
import type { DisjointSets } from './disjoint-sets';
import { disjointSets } from './disjoint-sets';
import type { LowPath } from './low-path';
import { lowPaths } from './low-path';
import { probePoints } from './probe-point';
import type { Reading } from './reading';
import type { Meaning } from './reading-meaning';
import { readingMeaning } from './reading-meaning';

export interface Net {
  /** The first of its points in board order; steady while readings are added to other nets. */
  readonly id: string;
  readonly points: readonly string[];
  /** Readings that hold it together. */
  readonly readings: readonly string[];
}

/** A reading that may be a wire or may be the part it rang through; it joins nothing. */
export interface OpenQuestion {
  readonly reading: Reading;
  readonly through: readonly string[];
}

export interface Contradiction {
  /** The reading that says apart. */
  readonly reading: Reading;
  /** The readings that together say joined, in the order of the chain. */
  readonly chain: readonly Reading[];
  readonly message: string;
}

export interface NetReport {
  readonly nets: readonly Net[];
  readonly netOf: ReadonlyMap<string, Net>;
  readonly open: readonly OpenQuestion[];
  readonly contradictions: readonly Contradiction[];
}

interface Conducting {
  readonly reading: Reading;
  readonly atMost: number;
}

type Spoken = { readonly reading: Reading; readonly meaning: Meaning };

/** For each conducting reading, the low parts on a common cycle with it: what else could explain it. */
function explanations(
  sets: DisjointSets,
  conducting: readonly Conducting[],
  paths: readonly LowPath[],
): LowPath[][] {
  const found: LowPath[][] = conducting.map(() => []);
  const wires: Edge[] = conducting.map((c) => ({
    a: sets.find(c.reading.red),
    b: sets.find(c.reading.black),
  }));
  for (const atMost of new Set(conducting.map((c) => c.atMost))) {
    const able = paths.filter((p) => p.atLeastOhms <= atMost);
    const blocks = edgeBlocks([...wires, ...able.map((p) => ({ a: sets.find(p.a), b: sets.find(p.b) }))]);
    conducting.forEach((c, i) => {
      const block = blocks[i];
      if (c.atMost === atMost && block !== -1)
        found[i] = able.filter((_, k) => blocks[wires.length + k] === block);
    });
  }
  return found;
}

/** Joins what is certain until nothing more follows; a certain join can rule out what explained another reading. */
function joinCertain(
  sets: DisjointSets,
  conducting: readonly Conducting[],
  paths: readonly LowPath[],
): { readonly joins: readonly Reading[]; readonly open: readonly OpenQuestion[] } {
  for (;;) {
    const found = explanations(sets, conducting, paths);
    const fresh = conducting.filter(
      (c, i) => found[i]?.length === 0 && !sets.together(c.reading.red, c.reading.black),
    );
    if (fresh.length === 0) {
      const joins = conducting
        .filter((c) => sets.together(c.reading.red, c.reading.black))
        .map((c) => c.reading);
      const open = conducting.flatMap((c, i): OpenQuestion[] => {
        if (sets.together(c.reading.red, c.reading.black)) return [];
        return [{ reading: c.reading, through: [...new Set((found[i] ?? []).map((p) => p.component.id))] }];
      });
      return { joins, open };
    }
    for (const c of fresh) sets.join(c.reading.red, c.reading.black);
  }
}

/** The shortest chain of joining readings between two points, by breadth-first search. */
function chainBetween(from: string, to: string, joins: readonly Reading[]): Reading[] {
  const back = new Map<string, Reading>();
  const queue = [from];
  for (const node of queue) {
    if (node === to) break;
    for (const reading of joins) {
      if (reading.red !== node && reading.black !== node) continue;
      const other = reading.red === node ? reading.black : reading.red;
      if (other === from || back.has(other)) continue;
      back.set(other, reading);
      queue.push(other);
    }
  }
  const chain: Reading[] = [];
  for (let at = to; at !== from;) {
    const reading = back.get(at);
    if (!reading) return [];
    chain.unshift(reading);
    at = reading.red === at ? reading.black : reading.red;
  }
  return chain;
}

/**
 * Nets out of the evidence, with the components known. A reading joins its two points only when nothing else can explain it:
 * a beep may be a wire or any way through parts of up to 50 ohm, so a beep that lies on a common cycle with such a part (in the
 * graph of all conducting readings and all low parts) joins nothing and is returned as an open question. That rule does not depend on
 * the order of readings and never joins more than what holds in every world that fits them. Tracks followed by eye join first.
 * Struck readings, and readings on points no longer on the board, are ignored.
 */
export function netsFromEvidence(board: Board, readings: readonly Reading[]): NetReport {
  const ids = probePoints(board).map((p) => p.id);
  const onBoard = new Set(ids);
  const spoken: Spoken[] = readings
    .filter((r) => !r.struck && r.red !== r.black && onBoard.has(r.red) && onBoard.has(r.black))
    .map((reading) => ({ reading, meaning: readingMeaning(reading) }));
  const sets = disjointSets();
  const seen = spoken.filter((s) => s.meaning.kind === 'conducts' && s.meaning.sight).map((s) => s.reading);
  for (const reading of seen) sets.join(reading.red, reading.black);
  const conducting = spoken.flatMap(({ reading, meaning }): Conducting[] =>
    meaning.kind === 'conducts' && !meaning.sight ? [{ reading, atMost: meaning.atMost }] : [],
  );
  const { joins: rung, open } = joinCertain(sets, conducting, lowPaths(board));
  const joins = [...seen, ...rung];

  const members = new Map<string, string[]>();
  for (const id of ids) members.set(sets.find(id), [...(members.get(sets.find(id)) ?? []), id]);
  const nets = [...members.values()].map((points): Net => ({
    id: points[0] ?? '',
    points,
    readings: joins.filter((r) => points.includes(r.red)).map((r) => r.id),
  }));
  const netOf = new Map(nets.flatMap((net) => net.points.map((p) => [p, net] as const)));

  const contradictions = spoken.flatMap(({ reading, meaning }): Contradiction[] => {
    if (meaning.kind !== 'apart' || !sets.together(reading.red, reading.black)) return [];
    const chain = chainBetween(reading.red, reading.black, joins);
    return [{ reading, chain, message: 'This reading says apart; the others say joined' }];
  });
  return { nets, netOf, open, contradictions };
}

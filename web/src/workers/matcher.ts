import type {
  ConnectorPart,
  MatchAnswer,
  MatchCandidate,
  MeasureNext,
  ObservedPattern,
  PartLibrary,
} from '@zebbit/core';
import { fetchParts } from '../api/parts-list';
import { GENERIC_PARTS, matchParts, measureNext, partLibrary } from '@zebbit/core';

/** A part as a list shows it. */
export interface PartLine {
  readonly id: string;
  readonly name: string;
  readonly family: ConnectorPart['family'];
  readonly lands: number;
}

export interface Matched {
  readonly answer: MatchAnswer;
  readonly next: MeasureNext | null;
  /** How long the match took here, ms. */
  readonly ms: number;
}

export interface Matcher {
  /** Fetches the person's own parts and lays them out beside the built-in ones; how many there are then. */
  readonly load: () => Promise<number>;
  readonly match: (pattern: ObservedPattern, skipped: readonly string[]) => Promise<Matched>;
  /** One part of the library on the board; `null` when nothing of it lies on what was measured. */
  readonly judge: (pattern: ObservedPattern, id: string) => Promise<MatchCandidate | null>;
  /** Parts whose name has all the words, in the order of the library. */
  readonly find: (text: string, most: number) => Promise<readonly PartLine[]>;
  readonly part: (id: string) => Promise<ConnectorPart | null>;
}

const lineOf = (p: ConnectorPart): PartLine => ({
  id: p.id,
  name: p.name,
  family: p.family,
  lands: p.lands.length,
});

/** The computing behind Match; keeps the library laid out. */
export function createMatcher(): Matcher {
  let library: PartLibrary = partLibrary(GENERIC_PARTS);
  const byId = (id: string): ConnectorPart | null => library.parts.find((p) => p.id === id) ?? null;
  return {
    load: async () => {
      const { parts } = await fetchParts();
      library = partLibrary([...GENERIC_PARTS, ...parts]);
      return library.parts.length;
    },
    match: (pattern, skipped) => {
      const begun = performance.now();
      const answer = matchParts(pattern, library);
      const answered = new Set([...skipped, ...pattern.answers.map((a) => a.key)]);
      const next = answer.ok ? measureNext(answer.report, answered) : null;
      return Promise.resolve({ answer, next, ms: performance.now() - begun });
    },
    judge: (pattern, id) => {
      const part = byId(id);
      const answer = part ? matchParts(pattern, partLibrary([part]), 1) : null;
      const found = answer?.ok ? answer.report.candidates[0] : undefined;
      // Alone it is the likeliest of one; it was looked up because it is not among the likely ones of all.
      return Promise.resolve(found ? { ...found, probability: 0 } : null);
    },
    find: (text, most) => {
      const words = text.toLowerCase().split(/\s+/u).filter(Boolean);
      const found: PartLine[] = [];
      for (const p of library.parts) {
        const name = p.name.toLowerCase();
        if (words.every((w) => name.includes(w))) found.push(lineOf(p));
        if (found.length >= most) break;
      }
      return Promise.resolve(found);
    },
    part: (id) => Promise.resolve(byId(id)),
  };
}

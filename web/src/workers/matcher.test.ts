/** @jest-environment node */
import { beforeEach, describe, expect, it } from '@jest/globals';
import type { ConnectorPart, ObservedPattern } from '@zebbit/core';
import { GENERIC_PARTS } from '@zebbit/core';
import { fakeServer } from '../testing/fake-server';
import type { Matcher } from './matcher';
import { createMatcher } from './matcher';

const own: ConnectorPart = { ...(GENERIC_PARTS[0] as ConnectorPart), id: 'own:1', name: 'From the red box' };
const NOTHING_SEEN: ObservedPattern = {
  features: [],
  seenFrom: 'fitting-side',
  families: null,
  contacts: null,
  edge: null,
  caseMm: null,
  narrowSide: null,
  stance: null,
  openingHeightMm: null,
  currentA: null,
  answers: [],
};
/** What would be left of a part if nothing were torn. */
const whole = (part: ConnectorPart): ObservedPattern => ({
  ...NOTHING_SEEN,
  features: part.lands.map((land, i) => ({
    id: `f${i}`,
    name: `f${i}`,
    at: land.at,
    sigmaMm: 0.02,
    shapeSigmaMm: 0.02,
    role: land.role,
    through: land.hole !== null,
    shape: null,
    wired: null,
  })),
});

let matcher: Matcher;
beforeEach(async () => {
  fakeServer({ library: [own] });
  matcher = createMatcher();
  expect(await matcher.load()).toBe(GENERIC_PARTS.length + 1);
});

describe('the computing behind Match', () => {
  it('finds by all words of a name, in any order, no more than wanted', async () => {
    expect((await matcher.find('BOX red', 5)).map((p) => p.id)).toEqual(['own:1']);
    expect(await matcher.find('micro', 3)).toHaveLength(3);
    expect(await matcher.find('no such thing', 3)).toEqual([]);
    expect((await matcher.find('  ', 2)).map((p) => p.id)).toEqual(
      GENERIC_PARTS.slice(0, 2).map((p) => p.id),
    );
    expect(await matcher.part('own:1')).toEqual(own);
    expect(await matcher.part('own:2')).toBeNull();
  });
  it('names the part whose lands these are, or one level with it', async () => {
    for (const part of GENERIC_PARTS.filter((p) => p.family === 'usb-b' || p.family === 'mini-b').slice(
      0,
      3,
    )) {
      const { answer } = await matcher.match(whole(part), []);
      if (!answer.ok) throw new Error(answer.message);
      const [first] = answer.report.candidates;
      const level = answer.report.candidates.filter((c) => c.probability > (first?.probability ?? 0) - 0.01);
      expect(level.flatMap((c) => [c.part.id, ...c.tied])).toContain(part.id);
    }
  });
  it('a pattern of one place is refused in words, and nothing is asked', async () => {
    const { answer, next } = await matcher.match(
      { ...whole(own), features: whole(own).features.slice(0, 1) },
      [],
    );
    expect(answer).toMatchObject({ ok: false });
    expect(next).toBeNull();
  });
  it('a part that was looked up is judged by itself and claims no chance', async () => {
    const judged = await matcher.judge(whole(own), 'own:1');
    expect(judged).toMatchObject({ probability: 0, part: { id: 'own:1' } });
    expect(judged?.verdict).toBe('drops-in');
    expect(await matcher.judge(whole(own), 'own:2')).toBeNull();
  });
});

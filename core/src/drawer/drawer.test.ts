import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { drawerCsv, readDrawerCsv } from '../formats/drawer-csv';
import { fallbacks, MINUTES_A_WIRE, neededLines } from '../match/fallbacks';
import { whatToBuy } from '../match/what-to-buy';
import { boardOfPart, slotted } from '../testing/test-connector';
import { lastsThrough, restockAdvice } from './restock';
import type { StockEntry, StockMove } from './stock';
import { EMPTY_CARD, STOCK_SOURCES, stockCount, stockUses } from './stock';

const move = (id: number, by: number, at: string, jobId: string | null = null): StockMove => ({
  id,
  at,
  by,
  jobId,
  note: '',
});
const entry = (more: Partial<StockEntry>): StockEntry => ({
  ...EMPTY_CARD,
  id: 's',
  name: 'port',
  moves: [],
  ...more,
});

describe('stock', () => {
  it('the count is what came less what went; uses are pieces that went into jobs', () => {
    const e = entry({
      moves: [
        move(1, 10, '2026-01-01'),
        move(2, -2, '2026-02-01', 'j1'),
        move(3, -1, '2026-03-01'),
        move(4, 1, '2026-03-02', 'j1'),
      ],
    });
    expect(stockCount(e)).toBe(8);
    expect(stockUses(e).map((d) => d.toISOString().slice(0, 10))).toEqual(['2026-02-01', '2026-02-01']);
  });
  // Poisson tables, from memory: P(X <= 6 | 3) = 0.9665, P(X <= 5 | 3) = 0.9161; P(X <= 1 | 0.3) = 0.9631, P(0 | 0.3) = 0.7408.
  it.each([
    [3, 6],
    [0.3, 1],
    [0, 0],
  ])('at %p uses in the wait, %p last through it in 95 of 100 cases', (mean, pieces) => {
    expect(lastsThrough(mean)).toBe(pieces);
  });
  it('refuses a mean that is none', () => {
    expect(() => lastsThrough(-1)).toThrow(/mean/u);
  });
  it('says when to order and how many, from own use', () => {
    const now = new Date('2026-11-26');
    const used = Array.from({ length: 12 }, (_, i) =>
      move(i + 2, -1, `2025-${String(i + 1).padStart(2, '0')}-15`, 'j'),
    );
    const e = entry({ price: 0.6, moves: [move(1, 13, '2025-01-01'), ...used] });
    const advice = restockAdvice(e, now, 9);
    expect(advice.count).toBe(1);
    expect(advice.minimum).toBe(2);
    expect(advice.short).toBe(true);
    // Postage fifteen times the part: more than a few at once (the order sums of Take in).
    expect(advice.order?.sensible.quantity).toBeGreaterThan(5);
    expect(restockAdvice({ ...e, minimum: 1 }, now, 9).short).toBe(false);
    expect(restockAdvice(entry({ moves: [] }), now).short).toBe(false);
  });
});

describe('the drawer as a list', () => {
  it('comes back the same, whatever is written in it', () => {
    const text = (most: number): fc.Arbitrary<string> =>
      fc.string({ maxLength: most }).map((s) =>
        s
          .replaceAll(/[\r\0]/gu, ' ')
          .trim()
          .replace(/^'+/u, '')
          .trim(),
      );
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            name: text(40).filter((s) => s !== ''),
            place: text(20),
            from: text(30),
            marking: text(20),
            note: text(60),
            source: fc.constantFrom(...STOCK_SOURCES),
            price: fc.option(fc.integer({ min: 0, max: 99_999 }).map((c) => c / 100)),
            minimum: fc.option(fc.nat(500)),
            count: fc.nat(1000),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        (cards) => {
          const entries = cards.map(({ count, ...c }, i) =>
            entry({ ...c, id: String(i), moves: count > 0 ? [move(i, count, '2026-01-01')] : [] }),
          );
          const read = readDrawerCsv(drawerCsv(entries));
          expect(read.ok).toBe(true);
          if (!read.ok) return;
          expect(read.lines.map((l) => l.count)).toEqual(cards.map((c) => c.count));
          read.lines.forEach((l, i) => {
            const { count, ...card } = cards[i] as (typeof cards)[number];
            expect(l.card).toMatchObject(card);
            expect(count).toBe(l.count);
          });
        },
      ),
      { seed: 9, numRuns: 120 },
    );
  });
  it('keeps a table program from running what is written', () => {
    expect(drawerCsv([entry({ name: '=1+1' })])).toContain("'=1+1");
  });
  it.each([
    ['', 1, 'headings'],
    ['nam,count\nx,1', 1, 'nam'],
    ['place,count\nA,1', 1, 'name'],
    ['name,name\nx,y', 1, 'name'],
    ['name,count\nx,1\ny,-2', 3, 'count'],
    ['name,count\nx,1.5', 2, 'count'],
    ['name,price\nx,NaN', 2, 'price'],
    ['name,count\n,4', 2, 'name'],
    ['name,family\nx,usb-z', 2, 'family'],
    ['name,source\nx,stolen', 2, 'source'],
    ['name,count\nx,1,2', 2, 'cells'],
    [`name,place\nx,${'y'.repeat(61)}`, 2, 'place'],
  ])('%j is refused whole with line %p and column %p', (text, line, column) => {
    expect(readDrawerCsv(text)).toMatchObject({ ok: false, line, column });
  });
});

describe('when no part is to be had', () => {
  it('lines the device can do without need no wire; each other one a quarter of an hour', () => {
    const five = ['VBUS', 'D-', 'D+', 'ID', 'GND'] as const;
    expect(neededLines(five, true)).toEqual(['VBUS', 'D-', 'D+', 'GND']);
    expect(neededLines(five, false)).toEqual(['VBUS', 'GND']);
    const ways = fallbacks(five, 2, true);
    const minutes = ways.map((w) => w.minutes);
    expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
    const breakout = ways.find((w) => w.kind === 'breakout');
    expect(breakout).toMatchObject({ wires: 4, minutes: 40 + 4 * MINUTES_A_WIRE });
    expect(fallbacks(five, 0, true).find((w) => w.kind === 'donor')?.gives).toMatch(/hold/u);
  });
  it('what to buy: the measured pitch, legs and slots as limits, and a drawing', () => {
    const pattern = boardOfPart(
      slotted('x', [
        [-3.5, 1],
        [3.5, 1],
        [-3.5, 4],
        [3.5, 4],
      ]),
    );
    const buy = whatToBuy(pattern, 'micro-b', 0.5);
    expect(buy.words).toBe('USB Micro-B, receptacle, 5 pads, through-hole legs');
    const limit = (what: string): string | undefined =>
      buy.limits.find((l) => l.what.startsWith(what))?.limit;
    expect(limit('Pitch')).toBe('0.65 mm');
    expect(limit('Legs furthest')).toBe('6.8 mm to 7.2 mm');
    expect(limit('Leg, thickest')).toBe('under 0.5 mm');
    expect(limit('Rated')).toBe('0.5 A or more');
    expect(buy.drawing?.lands).toHaveLength(9);
    expect(whatToBuy({ ...pattern, features: [] }, 'other', 0.5).drawing).toBeNull();
  });
});

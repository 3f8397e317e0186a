import { describe, expect, it } from '@jest/globals';
import { copyAtLeastS, linkOf, USB_RATES } from './usb-rate';

describe('what a link carries', () => {
  it('full speed 1.216 MB/s, high speed 53.248 MB/s at most (USB 2.0 specification, from memory)', () => {
    expect(USB_RATES.slice(0, 2).map((r) => r.mostBytesPerS)).toEqual([1_216_000, 53_248_000]);
  });
  it('16 GB take 3 h 39 over full speed and 5 min over high speed at least', () => {
    const [full, high] = copyAtLeastS(16e9);
    expect((full?.seconds ?? 0) / 60).toBeCloseTo(219.3, 1);
    expect((high?.seconds ?? 0) / 60).toBeCloseTo(5.01, 2);
  });
  it.each([
    [0.9e6, 'full'],
    [1.3e6, 'high'],
    [30e6, 'high'],
    [80e6, 'super'],
  ] as const)('%d bytes a second: %s at least', (rate, key) => {
    expect(linkOf(rate).atLeast.key).toBe(key);
  });
  it('refuses what is no rate and no size', () => {
    expect(() => linkOf(0)).toThrow(/above 0/);
    expect(() => copyAtLeastS(-1)).toThrow(/0 or more/);
  });
});

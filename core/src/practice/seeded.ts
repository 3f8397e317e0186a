/**
 * A small seeded generator of numbers in [0, 1), for made-up boards, pictures and benchmarks: the same seed gives the same row.
 * Mulberry32 (public domain, from memory). Not for anything that must not be guessed.
 */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

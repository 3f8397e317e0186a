import { describe, expect, it } from '@jest/globals';
import { follow } from './serial-meter';

/** A port that gives these pieces and ends. */
function port(pieces: readonly string[]) {
  const bytes = pieces.map((p) => new TextEncoder().encode(p));
  let closed = false;
  const reader = {
    read: () => {
      const value = bytes.shift();
      return Promise.resolve(
        value ? { value, done: false as const } : { value: undefined, done: true as const },
      );
    },
    releaseLock: () => undefined,
    cancel: () => Promise.resolve(),
  };
  return {
    closed: () => closed,
    readable: { getReader: () => reader } as unknown as ReadableStream<Uint8Array>,
    open: () => Promise.resolve(),
    close: () => {
      closed = true;
      return Promise.resolve();
    },
  };
}

describe('a meter on a serial port', () => {
  it('shows whole lines only, however they are cut, and closes the port at the end', async () => {
    const lines: string[] = [];
    const from = port(['0.5', '83\r\n4.7 kO', 'hm\r\nOL\r\n', 'half']);
    await follow(from, (line) => lines.push(line));
    expect(lines).toEqual(['0.583', '4.7 kOhm', 'OL']);
    expect(from.closed()).toBe(true);
  });
  it('a stream without ends is cut, not kept', async () => {
    const lines: string[] = [];
    await follow(port(['x'.repeat(100_000), '\n']), (line) => lines.push(line));
    expect(lines[0]?.length).toBeLessThanOrEqual(256);
  });
  it('a port that cannot be read says so', async () => {
    await expect(follow({ ...port([]), readable: null }, () => undefined)).rejects.toThrow(/cannot be read/);
  });
});

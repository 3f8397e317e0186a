/** What a link carries at most, bytes a second, one transfer after the other. */
export interface UsbRate {
  readonly key: 'full' | 'high' | 'super';
  readonly words: string;
  readonly mostBytesPerS: number;
}

/**
 * Bulk payload at most: full speed 19 packets of 64 bytes in a frame of 1 ms, high speed 13 of 512 bytes in a microframe of 125 µs (USB 2.0 specification,
 * 5.8.4, from memory); SuperSpeed 5 Gbit/s less its 8b/10b code and about a tenth of overhead (from memory).
 */
export const USB_RATES: readonly UsbRate[] = [
  { key: 'full', words: 'full speed, 12 Mbit/s', mostBytesPerS: 19 * 64 * 1000 },
  { key: 'high', words: 'high speed, 480 Mbit/s', mostBytesPerS: 13 * 512 * 8000 },
  { key: 'super', words: 'SuperSpeed, 5 Gbit/s', mostBytesPerS: 450e6 },
];

/** Seconds that a copy takes at least over each link. Throws RangeError on bytes below 0. */
export function copyAtLeastS(bytes: number): { readonly rate: UsbRate; readonly seconds: number }[] {
  if (!(bytes >= 0)) throw new RangeError(`bytes are 0 or more, got ${bytes}`);
  return USB_RATES.map((rate) => ({ rate, seconds: bytes / rate.mostBytesPerS }));
}

/** What a measured rate says of the link, and no more. Throws RangeError on a rate not above 0. */
export function linkOf(bytesPerS: number): { readonly atLeast: UsbRate; readonly words: string } {
  if (!(bytesPerS > 0)) throw new RangeError(`a rate is above 0, got ${bytesPerS}`);
  const [full, high, fast] = USB_RATES as [UsbRate, UsbRate, UsbRate];
  if (bytesPerS > high.mostBytesPerS)
    return {
      atLeast: fast,
      words: 'More than 480 Mbit/s can carry: a faster link, or read from the computer’s memory.',
    };
  if (bytesPerS > full.mostBytesPerS)
    return {
      atLeast: high,
      words:
        'More than 12 Mbit/s can carry: the link is high speed at least, unless the computer had it in its memory.',
    };
  return {
    atLeast: full,
    words:
      'No more than 12 Mbit/s carries: full speed, as over a bad pair of data lines, or a tired stick. How the computer names the link tells them apart.',
  };
}

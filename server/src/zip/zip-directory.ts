/** One entry of a zip's central directory. */
export interface ZipEntry {
  readonly name: string;
  readonly crc: number;
  readonly packedBytes: number;
  readonly bytes: number;
  /** Where its data begins in the file, and where it ends. */
  readonly from: number;
  readonly to: number;
}

const END = 0x06054b50;
const CENTRAL = 0x02014b50;
const LOCAL = 0x04034b50;
const END_BYTES = 22;
const LONGEST_COMMENT = 65_535;

/**
 * Reads the central directory of a zip (APPNOTE 4.3, from memory): what each entry claims, and which bytes of the file it takes. `null`
 * when there is none, or when it points outside the file. Archives over 4 GB are not read.
 */
export function zipDirectory(zip: Uint8Array): readonly ZipEntry[] | null {
  const view = new DataView(zip.buffer, zip.byteOffset, zip.byteLength);
  const u16 = (at: number): number => view.getUint16(at, true);
  const u32 = (at: number): number => view.getUint32(at, true);
  let end = zip.length - END_BYTES;
  const least = Math.max(0, end - LONGEST_COMMENT);
  while (end >= least && u32(end) !== END) end -= 1;
  if (end < least || end < 0) return null;
  const count = u16(end + 10);
  let at = u32(end + 16);
  const entries: ZipEntry[] = [];
  const names = new TextDecoder();
  for (let i = 0; i < count; i += 1) {
    if (at + 46 > zip.length || u32(at) !== CENTRAL) return null;
    const [nameBytes, extraBytes, commentBytes] = [u16(at + 28), u16(at + 30), u16(at + 32)];
    const local = u32(at + 42);
    if (local + 30 > zip.length || u32(local) !== LOCAL) return null;
    const from = local + 30 + u16(local + 26) + u16(local + 28);
    const packedBytes = u32(at + 20);
    if (from + packedBytes > zip.length) return null;
    entries.push({
      name: names.decode(zip.subarray(at + 46, at + 46 + nameBytes)),
      crc: u32(at + 16),
      packedBytes,
      bytes: u32(at + 24),
      from,
      to: from + packedBytes,
    });
    at += 46 + nameBytes + extraBytes + commentBytes;
  }
  return entries;
}

/** Two entries that share bytes of the file, as bombs do to count the same bytes many times; `null` when none do. */
export function overlappingEntries(entries: readonly ZipEntry[]): readonly [ZipEntry, ZipEntry] | null {
  const sorted = entries.filter((e) => e.packedBytes > 0).sort((a, b) => a.from - b.from);
  for (const [i, next] of sorted.entries()) {
    const before = sorted[i - 1];
    if (before && before.to > next.from) return [before, next];
  }
  return null;
}

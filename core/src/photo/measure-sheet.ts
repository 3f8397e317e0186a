import type { KnownPoint } from '../geometry/photo-measure';
import type { XY } from '../geometry/projective';
import { findBlobs, leastRect } from './blobs';
import type { Pixels } from './pixels';
import { checkPixels } from './pixels';

/** A sheet to print: four round marks round a window that the board is laid in. Middles of the marks, mm, the first top left. */
export const SHEET = {
  width: 120,
  height: 90,
  inset: 10,
  ring: 7,
  disc: 2.4,
  leadDisc: 3.9,
  gap: 5.2,
} as const;

/** Middles of the four marks from the top left one, clockwise, mm. The first one's inner disc is larger. */
export const SHEET_MARKS: readonly XY[] = [
  { x: 0, y: 0 },
  { x: SHEET.width - 2 * SHEET.inset, y: 0 },
  { x: SHEET.width - 2 * SHEET.inset, y: SHEET.height - 2 * SHEET.inset },
  { x: 0, y: SHEET.height - 2 * SHEET.inset },
];

/** The sheet's shapes in its own millimetres, for SVG and PDF alike. */
export function sheetShapes(): {
  readonly circles: readonly { readonly at: XY; readonly r: number; readonly dark: boolean }[];
  readonly lines: readonly { readonly a: XY; readonly b: XY }[];
} {
  const circles = SHEET_MARKS.flatMap((m, i) => {
    const at = { x: m.x + SHEET.inset, y: m.y + SHEET.inset };
    return [
      { at, r: SHEET.ring / 2, dark: true },
      { at, r: SHEET.gap / 2, dark: false },
      { at, r: (i === 0 ? SHEET.leadDisc : SHEET.disc) / 2, dark: true },
    ];
  });
  const lines = Array.from({ length: SHEET.width - 40 + 1 }, (_, i) => {
    const x = 20 + i;
    const long = i % 10 === 0 ? 4 : i % 5 === 0 ? 3 : 2;
    return { a: { x, y: SHEET.height - 4 }, b: { x, y: SHEET.height - 4 - long } };
  });
  return { circles, lines };
}

/** The sheet as an SVG of exact size. */
export function sheetSvg(): string {
  const { circles, lines } = sheetShapes();
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="${SHEET.width}mm" height="${SHEET.height}mm" viewBox="0 0 ${SHEET.width} ${SHEET.height}">
<rect width="${SHEET.width}" height="${SHEET.height}" fill="#fff"/>
${circles.map((c) => `<circle cx="${c.at.x}" cy="${c.at.y}" r="${c.r}" fill="${c.dark ? '#000' : '#fff'}"/>`).join('\n')}
${lines.map((l) => `<path d="M${l.a.x} ${l.a.y}L${l.b.x} ${l.b.y}" stroke="#000" stroke-width="0.15"/>`).join('\n')}
<g font-size="2.4" font-family="sans-serif"><text x="20" y="${SHEET.height - 14}">Lay the board inside the four marks.</text>
<text x="20" y="${SHEET.height - 10.5}">Print at 100 %: the long strokes are 10 mm apart.</text></g>
</svg>
`;
}

/** A dark picture of what is darker than its surroundings, and how much it was shrunk. */
function darkParts({ width, height, data }: Pixels): {
  readonly map: { width: number; height: number; data: Uint8Array };
  readonly shrink: number;
} {
  const shrink = Math.max(1, Math.ceil(Math.max(width, height) / 1600));
  const [w, h] = [Math.floor(width / shrink), Math.floor(height / shrink)];
  const grey = new Float64Array(w * h);
  for (let j = 0; j < h; j += 1)
    for (let i = 0; i < w; i += 1) {
      let sum = 0;
      for (let b = 0; b < shrink; b += 1)
        for (let a = 0; a < shrink; a += 1) {
          const at = 4 * ((j * shrink + b) * width + i * shrink + a);
          sum += (data[at] ?? 0) + (data[at + 1] ?? 0) + (data[at + 2] ?? 0);
        }
      grey[j * w + i] = sum / (3 * shrink * shrink);
    }
  // Sums of all that lies above and left make every local mean four look-ups.
  const sums = new Float64Array((w + 1) * (h + 1));
  for (let j = 0; j < h; j += 1) {
    let run = 0;
    for (let i = 0; i < w; i += 1) {
      run += grey[j * w + i] ?? 0;
      sums[(j + 1) * (w + 1) + i + 1] = (sums[j * (w + 1) + i + 1] ?? 0) + run;
    }
  }
  const reach = Math.round(Math.max(w, h) / 16);
  const out = new Uint8Array(w * h);
  for (let j = 0; j < h; j += 1)
    for (let i = 0; i < w; i += 1) {
      const [x0, y0, x1, y1] = [
        Math.max(0, i - reach),
        Math.max(0, j - reach),
        Math.min(w, i + reach),
        Math.min(h, j + reach),
      ];
      const mean =
        ((sums[y1 * (w + 1) + x1] ?? 0) -
          (sums[y0 * (w + 1) + x1] ?? 0) -
          (sums[y1 * (w + 1) + x0] ?? 0) +
          (sums[y0 * (w + 1) + x0] ?? 0)) /
        ((x1 - x0) * (y1 - y0));
      out[j * w + i] = (grey[j * w + i] ?? 0) < 0.72 * mean ? 1 : 0;
    }
  return { map: { width: w, height: h, data: out }, shrink };
}

/**
 * Finds the sheet's four marks in a picture: rings with a disc in their middle. Gives them as known points whose millimetres begin at
 * the top left mark, or `null` when not exactly four with one larger disc are in sight.
 */
export function findSheet(picture: Pixels): KnownPoint[] | null {
  checkPixels(picture);
  const { map, shrink } = darkParts(picture);
  const blobs = findBlobs(map, 12).blobs.flatMap((b) => {
    const rect = b.cut ? null : leastRect(b.rim);
    return rect && rect.long < 1.9 * rect.wide
      ? [{ rect, area: b.area, fill: b.area / (rect.long * rect.wide) }]
      : [];
  });
  const seen = blobs.flatMap((ring) => {
    // A ring fills less of its square than a disc: (7² - 5.2²) / 7² of 0.79.
    if (ring.fill > 0.6 || ring.fill < 0.2) return [];
    const disc = blobs.find(
      (d) =>
        d !== ring &&
        d.fill > 0.6 &&
        Math.hypot(d.rect.centre.x - ring.rect.centre.x, d.rect.centre.y - ring.rect.centre.y) <
          0.12 * ring.rect.wide &&
        d.rect.long < 0.75 * ring.rect.long,
    );
    return disc
      ? [
          {
            centre: disc.rect.centre,
            size: ring.rect.long,
            share: Math.sqrt(disc.rect.long * disc.rect.wide) / Math.sqrt(ring.rect.long * ring.rect.wide),
          },
        ]
      : [];
  });
  // Other things on a board look like a ring with a disc in it; the marks are four of one size, but for the tilt, one of them the lead.
  const middle = (SHEET.disc + SHEET.leadDisc) / 2 / SHEET.ring;
  const isLead = (f: (typeof seen)[number]): boolean => f.share > middle;
  const groups = seen.map((one) => seen.filter((f) => f.size > 0.7 * one.size && f.size < 1.43 * one.size));
  const found = groups.find((g) => g.length === 4 && g.filter(isLead).length === 1);
  const first = found?.find(isLead);
  if (!found || !first) return null;
  const cx = found.reduce((s, f) => s + f.centre.x, 0) / 4;
  const cy = found.reduce((s, f) => s + f.centre.y, 0) / 4;
  const turn = (f: (typeof found)[number]): number => Math.atan2(f.centre.y - cy, f.centre.x - cx);
  const from = turn(first);
  const order = [...found].sort(
    (a, b) =>
      ((turn(a) - from + 4 * Math.PI) % (2 * Math.PI)) - ((turn(b) - from + 4 * Math.PI) % (2 * Math.PI)),
  );
  return order.map((f, i) => ({
    at: { x: f.centre.x * shrink, y: f.centre.y * shrink },
    mm: SHEET_MARKS[i] ?? { x: 0, y: 0 },
  }));
}

import type { TurnedRect } from './blobs';
import { findBlobs, leastRect } from './blobs';
import type { FlatFieldPiece } from './flat-field';
import type { Bitmap } from './morphology';
import { close, open } from './morphology';

/** What the pads shine with: told by the person once, since gold and bare copper look like bare glass fibre. */
export const PAD_FINISHES = ['solder', 'gold', 'copper'] as const;
export type PadFinish = (typeof PAD_FINISHES)[number];

/** What a patch of the picture is taken for. */
export type PatchKind =
  /** Bright metal: a pad, a leg's land, the ring of a hole. */
  | 'metal'
  /** Bare board, where copper or mask was ripped off. */
  | 'bare'
  /** An opening through the board. */
  | 'hole';

/** A patch that could be part of the footprint; lengths in pixels of the piece. */
export interface Patch {
  readonly kind: PatchKind;
  readonly rect: TurnedRect;
  /** The opening inside a ring, for metal round a hole. */
  readonly hole: TurnedRect | null;
  readonly area: number;
  /** Share of its rectangle that it fills. */
  readonly fill: number;
  readonly cut: boolean;
  /** How strongly it stands out, against metal as it usually is here: dirt is faint. */
  readonly strength: number;
  /** How much tanner it is than metal as it usually is here, logarithm. */
  readonly tint: number;
}

/** Narrower than this is silk print or a scratch, mm: silk lines are 0.12 to 0.15 wide, the narrowest pads 0.2 (common practice). */
const NARROWEST_MM = 0.17;
/** Tanner (more red than blue) than the metal here by this, in logarithms, is bare glass fibre or flux, not metal (laminate is tan; solder is grey). */
const TAN = 0.36;
/** Darker than this share of mask and metal, whichever is darker, is an opening. */
const DARK_SHARE = 0.45;
/** An edge lies where the colour has gone this far from the mask towards the metal. */
const EDGE = 0.45;

/** The threshold that parts a histogram best in two (Otsu 1979), of values from 0 to `most`. */
export function partingValue(values: readonly number[], most: number): number {
  const bins = 128;
  const counts = new Float64Array(bins);
  for (const v of values) {
    const b = Math.min(bins - 1, Math.floor((v / most) * bins));
    counts[b] = (counts[b] ?? 0) + 1;
  }
  const total = values.length;
  const mean = counts.reduce((s, c, i) => s + c * i, 0) / total;
  let [w, m, best, at] = [0, 0, -1, 0];
  for (let i = 0; i < bins - 1; i += 1) {
    w += (counts[i] ?? 0) / total;
    m += (i * (counts[i] ?? 0)) / total;
    if (w <= 0 || w >= 1) continue;
    const between = (mean * w - m) ** 2 / (w * (1 - w));
    if (between > best) [best, at] = [between, i];
  }
  return ((at + 1) / bins) * most;
}

interface Maps {
  readonly metal: Bitmap;
  readonly bare: Bitmap;
  readonly dark: Bitmap;
  /** How far each pixel is from the mask, against metal as it usually is here. */
  readonly strength: (at: number) => number;
  /** How much tanner each pixel is than metal as it usually is here, logarithm. */
  readonly tint: (at: number) => number;
}

function classify(piece: FlatFieldPiece, finish: PadFinish): Maps {
  // Gold and bare copper are as tan as bare glass fibre: there tan is metal, and what is torn only shows as a gap.
  const tanMetal = finish !== 'solder';
  const { width, height, planes, mask, grain } = piece;
  const n = width * height;
  // Colours as they would be under an even lamp, in proportion to light: blur and edges are straight there.
  const [R, G, B] = planes.map((plane, k) =>
    plane.map((v) => Math.exp(Math.min(v, 4)) * ((mask[k] ?? 0) + 3)),
  ) as unknown as readonly [Float32Array, Float32Array, Float32Array];
  const [mr, mg, mb] = [mask[0] + 3, mask[1] + 3, mask[2] + 3];
  const off = (i: number): number => Math.hypot((R[i] ?? 0) - mr, (G[i] ?? 0) - mg, (B[i] ?? 0) - mb);
  const sample: number[] = [];
  for (let i = 0; i < n; i += 7) sample.push(Math.min(255, off(i)));
  const floor = Math.max(14, 4 * grain * Math.hypot(mr, mg, mb));
  const parting = Math.max(floor, partingValue(sample, 256));
  const tan = (i: number): number => Math.log(R[i] ?? 1) - Math.log(B[i] ?? 1);
  const light = (i: number): number => ((R[i] ?? 0) + (G[i] ?? 0) + (B[i] ?? 0)) / 3;
  const maskLight = (mr + mg + mb) / 3;
  // Metal as it usually is here: grey, far from the mask, not an opening.
  const greys: number[] = [];
  const offs: number[] = [];
  const tans: number[] = [];
  for (let i = 0; i < n; i += 5) {
    if (off(i) < parting || (tan(i) > TAN && !tanMetal) || light(i) < 0.35 * maskLight || light(i) < 45)
      continue;
    greys.push(light(i));
    offs.push(off(i));
    tans.push(tan(i));
  }
  const middle = (list: number[]): number => list.sort((x, y) => x - y)[Math.floor(list.length / 2)] ?? 0;
  const metalOff = offs.length > 60 ? middle(offs) : 2 * parting;
  const metalLight = greys.length > 60 ? middle(greys) : 150;
  const metalTan = tans.length > 60 ? middle(tans) : 0.02;
  const edge = Math.max(floor, EDGE * metalOff);
  const darkest = DARK_SHARE * Math.min(metalLight, maskLight > 60 ? maskLight : metalLight);
  const [metal, bare, dark] = [new Uint8Array(n), new Uint8Array(n), new Uint8Array(n)];
  const black = maskLight < 60;
  for (let i = 0; i < n; i += 1) {
    const l = light(i);
    // On a black board an opening is only a little darker than the mask.
    if (black ? l < 0.62 * maskLight : l < darkest && off(i) > floor) dark[i] = 1;
    else if (off(i) < edge) continue;
    else if (!tanMetal && tan(i) - metalTan > TAN) bare[i] = 1;
    else metal[i] = 1;
  }
  const map = (data: Uint8Array): Bitmap => ({ width, height, data });
  return {
    metal: map(metal),
    bare: map(bare),
    dark: map(dark),
    strength: (at) => off(at) / metalOff,
    tint: (at) => tan(at) - metalTan,
  };
}

/** Small places that a patch encloses are taken as part of it: a glint on solder, the opening of a narrow ring. */
function filled(map: Bitmap, most: number): Bitmap {
  const inverse: Bitmap = { ...map, data: map.data.map((v) => 1 - v) };
  const { blobs, labels } = findBlobs(inverse, 1);
  const small = new Set(blobs.filter((b) => !b.cut && b.area < most).map((b) => b.label));
  return { ...map, data: map.data.map((v, i) => (v === 1 || small.has(labels[i] ?? 0) ? 1 : 0)) };
}

/** Patches of one map as rectangles. */
function patchesOf(
  kind: PatchKind,
  map: Bitmap,
  least: number,
  perMm: number,
  maps: Maps,
): { readonly patches: Patch[]; readonly labels: Int32Array } {
  const joined = close(map, 0.04 * perMm);
  const { blobs, labels } = findBlobs(open(joined, (NARROWEST_MM / 2) * perMm), least);
  const patches = blobs.flatMap((blob): Patch[] => {
    const rect = leastRect(blob.rim);
    let [n, strength, tint] = [0, 0, 0];
    for (let y = blob.box.y0; y <= blob.box.y1; y += 2)
      for (let x = blob.box.x0; x <= blob.box.x1; x += 2) {
        const at = y * map.width + x;
        if (labels[at] !== blob.label || maps.dark.data[at] === 1) continue;
        n += 1;
        strength += maps.strength(at);
        tint += maps.tint(at);
      }
    return [
      {
        kind,
        rect: rect ?? { centre: { x: 0, y: 0 }, long: 1, wide: 1, angle: 0 },
        hole: null,
        area: blob.area,
        fill: rect ? blob.area / (rect.long * rect.wide) : 0,
        cut: blob.cut,
        strength: n > 0 ? strength / n : 0,
        tint: n > 0 ? tint / n : 0,
      },
    ];
  });
  return { patches, labels };
}

/** Whether a material lies round an opening, however narrow: in most directions it is met within a quarter of a millimetre. */
function ringOf(
  hole: TurnedRect,
  { data, width, height }: Bitmap,
  perMm: number,
): { readonly round: boolean; readonly pixels: number } {
  let [round, pixels] = [0, 0];
  const [c, s] = [Math.cos(hole.angle), Math.sin(hole.angle)];
  for (let k = 0; k < 32; k += 1) {
    const a = (k / 32) * 2 * Math.PI;
    let met = 0;
    for (let out = 0.03; out < 0.25; out += 0.02) {
      const u = Math.cos(a) * (hole.long / 2 + out * perMm);
      const v = Math.sin(a) * (hole.wide / 2 + out * perMm);
      const x = Math.round(hole.centre.x + u * c - v * s);
      const y = Math.round(hole.centre.y + u * s + v * c);
      if (x >= 0 && y >= 0 && x < width && y < height && data[y * width + x] === 1) met += 1;
    }
    pixels += met;
    if (met >= 2) round += 1;
  }
  return { round: round >= 20, pixels };
}

/**
 * Every patch of metal, bare board and opening in a levelled piece that is wide enough to be part of a footprint. A ring of metal
 * is given once for each opening in it.
 */
export function findPatches(
  piece: FlatFieldPiece,
  finish: PadFinish = 'solder',
): {
  readonly patches: Patch[];
  readonly maskShare: (rect: TurnedRect) => number;
} {
  const maps = classify(piece, finish);
  const { metal, bare, dark } = maps;
  const { width, height, perMm } = piece;
  const least = 0.03 * perMm ** 2;
  // A ring and its opening are one solid patch.
  const solid = filled(
    { ...metal, data: metal.data.map((v, i) => (v === 1 || dark.data[i] === 1 ? 1 : 0)) },
    3 * perMm ** 2,
  );
  const lands = patchesOf('metal', solid, least, perMm, maps);
  const openings = patchesOf('hole', dark, least, perMm, maps).patches.filter(
    (p) => p.fill > 0.6 && p.rect.wide > 0.25 * perMm,
  );
  const ringed = new Set<number>();
  const holes = openings.map((hole): Patch => {
    const x = Math.min(width - 1, Math.max(0, Math.round(hole.rect.centre.x)));
    const y = Math.min(height - 1, Math.max(0, Math.round(hole.rect.centre.y)));
    const land = lands.labels[y * width + x] ?? 0;
    if (land > 0) ringed.add(land);
    const round = lands.patches[land - 1];
    // What is left of a ripped ring is bare board round its opening.
    const [metalRing, bareRing] = [ringOf(hole.rect, metal, perMm), ringOf(hole.rect, bare, perMm)];
    // Where tan meets black lies a rim of grey: the wider of the two rings is the ring.
    if (bareRing.round && bareRing.pixels > metalRing.pixels)
      return { ...hole, kind: 'bare', hole: hole.rect, fill: 0.9 };
    if (!metalRing.round) return hole;
    // A ring that belongs to this opening alone tells the size of the land; one that is shared does not.
    const own =
      round &&
      Math.hypot(round.rect.centre.x - hole.rect.centre.x, round.rect.centre.y - hole.rect.centre.y) <
        0.12 * perMm;
    return {
      ...hole,
      kind: 'metal',
      hole: hole.rect,
      rect: own
        ? round.rect
        : { ...hole.rect, long: hole.rect.long + 0.5 * perMm, wide: hole.rect.wide + 0.5 * perMm },
      fill: 0.9,
    };
  });
  const patches = [
    ...lands.patches.filter((_, i) => !ringed.has(i + 1)),
    ...holes,
    ...patchesOf('bare', bare, least, perMm, maps).patches.filter(
      (b) =>
        !holes.some(
          (h) =>
            h.kind === 'bare' &&
            Math.hypot(h.rect.centre.x - b.rect.centre.x, h.rect.centre.y - b.rect.centre.y) <
              b.rect.long / 2,
        ),
    ),
  ];
  /** How much of a place shows the mask as it should be: a place that never had a pad. */
  const maskShare = ({ centre, long, wide, angle }: TurnedRect): number => {
    const [c, q] = [Math.cos(angle), Math.sin(angle)];
    let [clean, all] = [0, 0];
    for (let u = -0.42; u <= 0.42; u += 0.06)
      for (let v = -0.42; v <= 0.42; v += 0.12) {
        const x = Math.round(centre.x + u * long * c - v * wide * q);
        const y = Math.round(centre.y + u * long * q + v * wide * c);
        if (x < 0 || y < 0 || x >= width || y >= height) continue;
        const at = y * width + x;
        all += 1;
        if (metal.data[at] !== 1 && bare.data[at] !== 1 && dark.data[at] !== 1) clean += 1;
      }
    return all > 0 ? clean / all : 0;
  };
  return { patches, maskShare };
}

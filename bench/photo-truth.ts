import type { PhotoMeasure, Projective } from '@zebbit/core';
import { boardPoint, readFrame, readingSpread, toBoard } from '@zebbit/core';
import { photoPoint } from '../core/src/geometry/point';

export interface Place {
  readonly x: number;
  readonly y: number;
}
export interface TruePad {
  readonly numbers: readonly string[];
  readonly kind: string;
  readonly centreMm: readonly [number, number];
  readonly homeMm?: readonly [number, number];
  readonly state: string;
  readonly visible?: boolean;
}
export interface TrueLeg {
  readonly kind: 'slot' | 'hole' | 'land';
  readonly centreMm: readonly [number, number];
  readonly state: string;
}
export interface Truth {
  readonly picture: string;
  readonly family: string;
  readonly difficulty: string;
  readonly homography: { readonly rowMajor: readonly number[] };
  readonly suggestedBoxPx: readonly [number, number, number, number];
  readonly pads: readonly TruePad[];
  readonly legs: readonly TrueLeg[];
  readonly scale: {
    readonly vias: { readonly a: Seen; readonly b: Seen; readonly distanceMm: number };
    readonly rectangle: {
      readonly widthMm: number;
      readonly heightMm: number;
      readonly cornersPx: readonly (readonly [number, number])[];
    };
  };
}
interface Seen {
  readonly px: readonly [number, number];
}

/** How a picture is measured: exactly, or as a hand would, by two lengths, by the corners of a rectangle, or by a rectangle and a length. */
export type FrameKind = 'exact' | 'lengths' | 'rectangle' | 'both';
/** A click is off by this, pixels, one standard deviation (common practice). */
const CLICK_PX = 1.5;

export interface HandFrame {
  readonly toPhoto: Projective;
  readonly measure: PhotoMeasure | null;
  readonly spread: number;
}

/** Board millimetres to pixels as a hand measured them; `null` where no frame comes of it. */
export function handFrame(truth: Truth, kind: FrameKind, random: () => number): HandFrame | null {
  if (kind === 'exact')
    return {
      toPhoto: truth.homography.rowMajor as unknown as Projective,
      measure: null,
      spread: EXACT_SPREAD,
    };
  const gauss = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const click = ([x, y]: readonly [number, number]) =>
    photoPoint(x + CLICK_PX * gauss(), y + CLICK_PX * gauss());
  const { vias, rectangle } = truth.scale;
  const [a, b, c, d] = rectangle.cornersPx.map(click);
  if (!a || !b || !c || !d) return null;
  const measure: PhotoMeasure =
    kind === 'lengths'
      ? {
          kind: 'lengths',
          lengths: [
            { from: click(vias.a.px), to: click(vias.b.px), lengthMm: vias.distanceMm },
            { from: a, to: c, lengthMm: Math.hypot(rectangle.widthMm, rectangle.heightMm) },
          ],
        }
      : {
          kind: 'plane',
          points: [
            { at: a, mm: boardPoint(0, 0) },
            { at: b, mm: boardPoint(rectangle.widthMm, 0) },
            { at: c, mm: boardPoint(rectangle.widthMm, rectangle.heightMm) },
            { at: d, mm: boardPoint(0, rectangle.heightMm) },
          ],
          ...(kind === 'both' && {
            lengths: [{ from: click(vias.a.px), to: click(vias.b.px), lengthMm: vias.distanceMm }],
          }),
        };
  const verdict = readFrame(measure);
  if (!verdict.ok) return null;
  const [x0, y0, x1, y1] = truth.suggestedBoxPx;
  const middle = toBoard(photoPoint((x0 + x1) / 2, (y0 + y1) / 2), verdict.frame);
  return { toPhoto: verdict.frame.back, measure, spread: readingSpread(verdict.frame, middle) };
}
/** An exact frame is off by hardly anything; one that a hand measured by what the page takes it to be. */
const EXACT_SPREAD = 0.003;

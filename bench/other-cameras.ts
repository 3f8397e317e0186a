import { seeded } from '@zebbit/core/practice';
import type { Sharp } from 'sharp';
import sharp from 'sharp';

/** A picture as raw RGBA. */
export interface Raw {
  readonly data: Buffer;
  readonly info: { readonly width: number; readonly height: number };
}

const raw = (picture: Sharp): Promise<Raw> =>
  picture.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
const again = ({ data, info }: Raw): Sharp =>
  sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } });

/** The same under a lamp of so much red, green and blue against what the picture was balanced for. */
const under =
  (red: number, green: number, blue: number) =>
  (picture: Raw): Promise<Raw> =>
    raw(
      again(picture)
        .removeAlpha()
        .recomb([
          [red, 0, 0],
          [0, green, 0],
          [0, 0, blue],
        ]),
    );

/** Noise of a small sensor in poor light, levels of 255, standard deviation. */
const NOISE = 9;

function noisy({ data, info }: Raw): Raw {
  const random = seeded(5);
  const out = Buffer.from(data);
  for (let i = 0; i < out.length; i += 1) {
    if (i % 4 === 3) continue;
    // The sum of four is near enough to a bell.
    const bell = (random() + random() + random() + random() - 2) * Math.sqrt(3);
    out[i] = Math.max(0, Math.min(255, Math.round((out[i] as number) + NOISE * bell)));
  }
  return { data: out, info };
}

/**
 * A picture as another camera or lamp would have taken it, every pixel in its place (what such cameras do: common practice; how much of it: a
 * judgement).
 */
export const OTHER_CAMERAS: Readonly<Record<string, (picture: Raw) => Promise<Raw>>> = {
  'as it is': (p) => Promise.resolve(p),
  'in poor light': (p) => raw(again(p).linear(0.55, 0)),
  overexposed: (p) => raw(again(p).linear(1.35, 12)),
  'under a warm lamp': under(1.12, 0.97, 0.7),
  'under a cold lamp': under(0.8, 1, 1.15),
  pale: (p) => raw(again(p).modulate({ saturation: 0.45 })),
  'with a noisy sensor': (p) => Promise.resolve(noisy(p)),
  'out of focus': (p) => raw(again(p).blur(1.6)),
  'packed small': async (p) => raw(sharp(await again(p).removeAlpha().jpeg({ quality: 35 }).toBuffer())),
  'of half the pixels': async ({ data, info }) => {
    const small = await raw(again({ data, info }).resize(Math.round(info.width / 2)));
    return raw(again(small).resize(info.width, info.height, { fit: 'fill' }));
  },
};

import { createHash } from 'node:crypto';
import { PHOTO_MAX_PIXELS, PHOTO_MAX_SIDE_PX } from '@zebbit/contract';
import sharp from 'sharp';
import { badField } from '../errors/api-error';

export interface CleanPhoto {
  readonly bytes: Buffer;
  /** SHA-256 of `bytes`, hexadecimal. */
  readonly hash: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

const FORMATS = ['png', 'jpeg', 'webp'];
const HINT = 'PNG, JPEG or WebP';

/**
 * Decodes an uploaded picture and encodes it anew in its own format, turned upright, without any metadata (no place, no camera,
 * no comments). Refuses what is not PNG, JPEG or WebP and what has too many pixels, naming the field `photo`.
 */
export async function cleanPhoto(upload: Buffer): Promise<CleanPhoto> {
  const meta = await sharp(upload, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  if (!meta || !FORMATS.includes(meta.format))
    throw badField('photo', 'not-a-photo', 'photo is not a picture Zebbit can read', HINT);
  if (meta.width * meta.height > PHOTO_MAX_PIXELS) {
    const mega = (n: number): string => (n / 1e6).toFixed(0);
    throw badField(
      'photo',
      'too-many-pixels',
      `photo has ${mega(meta.width * meta.height)} megapixels; ${mega(PHOTO_MAX_PIXELS)} is the most`,
      'Crop it to the board, or save it smaller',
    );
  }
  if (Math.max(meta.width, meta.height) > PHOTO_MAX_SIDE_PX)
    throw badField(
      'photo',
      'too-long',
      `photo is ${Math.max(meta.width, meta.height)} pixels long; ${PHOTO_MAX_SIDE_PX} is the most`,
      'Crop it to the board',
    );
  const upright = sharp(upload, { limitInputPixels: PHOTO_MAX_PIXELS }).autoOrient().toColourspace('srgb');
  const encoded =
    meta.format === 'png'
      ? upright.png()
      : meta.format === 'jpeg'
        ? upright.jpeg({ quality: 92 })
        : upright.webp({ quality: 92 });
  const result = await encoded.toBuffer({ resolveWithObject: true }).catch(() => null);
  if (!result) throw badField('photo', 'damaged', 'photo is damaged: it could not be read to its end', HINT);
  return {
    bytes: result.data,
    hash: createHash('sha256').update(result.data).digest('hex'),
    widthPx: result.info.width,
    heightPx: result.info.height,
  };
}

/**
 * A picture that was cleaned already, by another Zebbit: kept byte for byte if it can be read to its end, is within the same limits and carries no metadata.
 * Refused otherwise, naming the field `bundle`.
 */
export async function keptPhoto(bytes: Buffer, hash: string): Promise<CleanPhoto> {
  const meta = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => null);
  const refuse = (message: string): never => {
    throw badField(
      'bundle',
      'bad-photo',
      `The picture ${hash.slice(0, 12)}… ${message}`,
      'Nothing of it was kept',
    );
  };
  if (!meta || !FORMATS.includes(meta.format)) return refuse('is no picture');
  if (meta.width * meta.height > PHOTO_MAX_PIXELS || Math.max(meta.width, meta.height) > PHOTO_MAX_SIDE_PX)
    refuse('is too large');
  if (meta.exif ?? meta.xmp ?? meta.iptc) refuse('carries more than a picture');
  await sharp(bytes, { limitInputPixels: PHOTO_MAX_PIXELS })
    .stats()
    .catch(() => refuse('is damaged'));
  return { bytes, hash, widthPx: meta.width, heightPx: meta.height };
}

/** The media type of a stored photo, by its first bytes. */
export function photoType(bytes: Buffer): string {
  if (bytes[0] === 0x89) return 'image/png';
  return bytes[0] === 0xff ? 'image/jpeg' : 'image/webp';
}

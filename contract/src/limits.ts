/** Limits both sides know. */
export const PHOTO_MAX_BYTES = 30 * 1024 * 1024;
export const PHOTO_MAX_PIXELS = 50_000_000;
export const PHOTO_TYPES = ['image/png', 'image/jpeg', 'image/webp'] as const;
export const BODY_MAX = '2mb';
/** An upload of footprints: a zip or loose files, together. */
export const PARTS_MAX_BYTES = 64 * 1024 * 1024;
export const PARTS_MAX_FILES = 30_000;
/** What a zip may unpack to. */
export const UNPACKED_MAX_BYTES = 600 * 1024 * 1024;
/** A list of the drawer, characters. */
export const DRAWER_CSV_MAX = 1_500_000;

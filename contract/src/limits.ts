/** Limits both sides know. */
export const PHOTO_MAX_BYTES = 30 * 1024 * 1024;
export const PHOTO_MAX_PIXELS = 50_000_000;
export const PHOTO_TYPES = ['image/png', 'image/jpeg', 'image/webp'] as const;
export const BODY_MAX = '2mb';

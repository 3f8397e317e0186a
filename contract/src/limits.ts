import { MOST_PIECES, MOST_SEEN_WRONG } from '@zebbit/core';

/** Every size that web and server hold each other to. Bytes unless the name says otherwise. */
const MB = 1024 * 1024;

export const PHOTO_MAX_BYTES = 30 * MB;
export const PHOTO_MAX_PIXELS = 50_000_000;
/** Longest side of a photo, px: a strip of a million by fifty is none. */
export const PHOTO_MAX_SIDE_PX = 16_000;
export const PHOTO_TYPES = ['image/png', 'image/jpeg', 'image/webp'] as const;

/** A document, a reading, anything sent as JSON. */
export const BODY_MAX_BYTES = 2 * MB;
/** Brackets within brackets; no document of ours comes near. */
export const BODY_MAX_DEPTH = 40;
/** What a browser still sends of a page that is closing (the Fetch standard allows 64 KiB in flight). */
export const KEEPALIVE_MAX_BYTES = 60 * 1024;

/** A job as one file, and a kept log of a charge. */
export const BUNDLE_MAX_BYTES = 300 * MB;
export const CHARGE_MAX_BYTES = 40 * MB;
/** A whole workshop as one file. */
export const BACKUP_MAX_BYTES = 4000 * MB;

/** An upload of footprints: a zip or loose files, together. */
export const PARTS_MAX_BYTES = 64 * MB;
export const PARTS_MAX_FILES = 30_000;
export const PARTS_MAX_LOOSE = 2000;
/** One footprint file, unpacked. */
export const PART_FILE_MAX_BYTES = 25 * MB;
/** Reading one footprint file takes no longer than this, seconds. */
export const PART_FILE_MAX_SECONDS = 10;
/** What a zip may unpack to. */
export const UNPACKED_MAX_BYTES = 600 * MB;
/** Honest text packs to a tenth or so; what claims more than this many times is a bomb. Small files are let be. */
export const UNPACKED_MAX_RATIO = 150;
export const UNPACKED_SMALL_BYTES = 200_000;
/** A list of the drawer, characters. */
export const DRAWER_CSV_MAX = 1_500_000;
/** Pieces in a compartment. */
export const PIECES_MAX = MOST_PIECES;

/** A board: rows of pads, pads in all, and everything a probe can touch. */
export const ROWS_MAX = 40;
export const PINS_MAX = 2400;
export const LEGS_MAX = 80;
/** Places known by their name only. */
export const SPOTS_MAX = 200;
/** Wires of a cord. */
export const CORD_MAX = 24;
export const COMPONENTS_MAX = 1000;
export const TERMINALS_MAX = 64;
export const POINTS_MAX = 1000;
export const LINES_MAX = 500;
export const LINE_POINTS_MAX = 400;
export const AREAS_MAX = 200;
export const OVERLAYS_MAX = 20;
export const FACES_MAX = 16;
export const FACE_PAIRS_MAX = 40;
export const SEEN_WRONG_MAX = MOST_SEEN_WRONG;
export const STEPS_MAX = 200;
/** Waits of a job, those that are over among them, and how long one is at most: two years. */
export const WAITS_MAX = 300;
export const WAIT_MAX_MINUTES = 2 * 366 * 24 * 60;
/** Readings of a job that answers may speak of. */
export const READINGS_MAX = 5000;

/** How it broke, as told when it came in. */
export const HAPPENINGS = [
  'yanked',
  'dropped',
  'carried-plugged',
  'pulled-by-child',
  'worn',
  'came-off',
  'tried-before',
  'unknown',
] as const;
export type Happening = (typeof HAPPENINGS)[number];

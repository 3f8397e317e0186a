/** How it broke, as told when it came in; several may hold. */
export const HAPPENINGS = [
  'yanked',
  'dropped',
  'dropped-loose',
  'carried-plugged',
  'pulled-by-child',
  'wet',
  'worn',
  'came-off',
  'tried-before',
  'unknown',
] as const;
export type Happening = (typeof HAPPENINGS)[number];

export const HAPPENING_WORDS: Readonly<Record<Happening, string>> = {
  yanked: 'Cable yanked or tripped over',
  dropped: 'Dropped with the cable in',
  'dropped-loose': 'Dropped, no cable in',
  'carried-plugged': 'Carried with the cable plugged',
  'pulled-by-child': 'Pulled by a child',
  wet: 'Got wet',
  worn: 'Worn loose over time',
  'came-off': 'Just came off',
  'tried-before': 'Someone tried before',
  unknown: 'Not known',
};

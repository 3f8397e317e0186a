/** What is drawn over pictures, by day and by night alike: light on a dark edge shows on any mask. */
export const PLATE = {
  /** Marks and words. */
  light: '#fff7e6',
  /** The edge round them. */
  dark: '#10181b',
  /** What is chosen, or in the hand. */
  chosen: '#ffb583',
  /** What lies on the other face, and what is measured. */
  ghost: '#bfe9ff',
  /** What must not be. */
  bad: '#f08a7e',
  /** A wire, until it is chosen. */
  wire: '#e8c39a',
  /** Probes are told by shape and colour, each in a white edge. */
  white: '#ffffff',
  copper: '#d9a066',
  copperEdge: '#f1dccb',
  hole: '#14191b',
  /** A part laid on the board; the second one beside it. */
  laid: '#ffd9b5',
  laidFill: '#ffb57a',
  second: '#a9d8ff',
  badWords: '#ffd3cc',
} as const;

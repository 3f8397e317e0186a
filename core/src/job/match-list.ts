import { distanceMm } from '../geometry/point';
import { printLength } from '../quantity/print-bench';
import type { JobView } from './job-view';

export interface MatchPoint {
  readonly key: string;
  readonly title: string;
  readonly measured: string;
}

/** What the new connector must agree with, from the plate: family, pins, pitch, row, legs. */
export function matchList(view: JobView): MatchPoint[] {
  const { board } = view.record;
  const row = board.rows[0];
  const ends = row ? [view.pins[0]?.pin.at, view.pins[row.pins.length - 1]?.pin.at] : [];
  const [first, last] = ends;
  // Legs through the board show on both faces; they are counted on the face of the row.
  const legs = board.legs.filter((l) => !row || l.face === row.face);
  const [a, b] = legs;
  return [
    { key: 'family', title: 'Family', measured: view.sheet.name },
    ...(row ? [{ key: 'pins', title: 'Pads in the row', measured: String(row.pins.length) }] : []),
    ...(row ? [{ key: 'pitch', title: 'Pitch', measured: printLength(row.pitchMm) }] : []),
    ...(first && last
      ? [{ key: 'row', title: 'Row, first to last pin', measured: printLength(distanceMm(first, last)) }]
      : []),
    ...(a && b && a.face === b.face
      ? [
          {
            key: 'legs-apart',
            title: `${a.name} to ${b.name}`,
            measured: printLength(distanceMm(a.at, b.at)),
          },
        ]
      : []),
    ...(legs.length > 0
      ? [
          {
            key: 'legs',
            title: 'Legs',
            measured: `${legs.length}, ${[...new Set(legs.map((l) => (l.fixing === 'through-hole' ? 'through the board' : 'on the surface')))].join(' and ')}`,
          },
        ]
      : []),
    { key: 'opening', title: 'Narrow side of the opening up or down', measured: 'compare with the case' },
  ];
}

import { FAMILIES, familyRows } from '../connector/family';
import type { PinFunction } from '../connector/pin-function';
import { PIN_FUNCTIONS } from '../connector/pin-function';
import type { XY } from '../geometry/projective';
import type { Board, Pin, PinRow } from './board';
import { alongLine, nearestOnLine } from './board-line';
import { pinPoint } from './probe-point';

/** A row whose order does not go with what stands around it. */
export interface RowDoubt {
  readonly rowId: string;
  readonly why: string;
}

/** An edge or legs further than this from the row say nothing of it, mm. */
const NEAR_MM = 14;
/** The opening must look across the row, not along it: cosine between them. */
const ACROSS = 0.6;

const middleOf = (row: PinRow): XY => {
  const [a, b] = [pinPoint(row, 0), pinPoint(row, row.pins.length - 1)];
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
};

/** The row of a family that has all the numbers of a placed one. */
const familyRowOf = (row: PinRow, family: NonNullable<Board['family']>) =>
  familyRows(FAMILIES[family]).find((r) =>
    row.pins.every((p) => r.contacts.some((c) => c.number === p.number)),
  );

/** Which way the opening looks by the other row of the port, where it has two on this face: before or behind it, by its family. */
function twinSays(
  board: Board,
  row: PinRow,
  family: NonNullable<Board['family']>,
  unit: (to: XY) => XY | null,
): XY | null {
  const own = familyRowOf(row, family);
  for (const other of board.rows) {
    const theirs = other.id === row.id || other.face !== row.face ? undefined : familyRowOf(other, family);
    if (!own || !theirs || theirs.y === own.y) continue;
    const to = unit(middleOf(other));
    // The opening of a receptacle looks towards the viewer, that of a plug away.
    const towards = Math.sign(theirs.y - own.y) * (family.endsWith('plug') ? -1 : 1);
    if (to) return { x: to.x * towards, y: to.y * towards };
  }
  return null;
}

/** Which way the opening looks, as a unit vector, with what says so. */
function openings(
  board: Board,
  row: PinRow,
  family: Board['family'],
): { readonly way: XY; readonly words: string }[] {
  const middle = middleOf(row);
  const along = {
    x: Math.cos((row.directionDeg * Math.PI) / 180),
    y: Math.sin((row.directionDeg * Math.PI) / 180),
  };
  const unit = (to: XY): XY | null => {
    const [dx, dy] = [to.x - middle.x, to.y - middle.y];
    const off = Math.hypot(dx, dy);
    if (off < 0.3 || off > NEAR_MM) return null;
    const way = { x: dx / off, y: dy / off };
    return Math.abs(way.x * along.x + way.y * along.y) < ACROSS ? way : null;
  };
  const edge = board.lines
    .filter((l) => l.kind === 'edge' && l.face === row.face)
    .flatMap((l) => l.points.slice(1).map((b, i) => [l.points[i] ?? b, b] as const))
    .map((segment) => {
      const near = nearestOnLine(segment, middle);
      return { at: alongLine(segment, near.atMm)?.at ?? segment[0], offMm: near.offMm };
    })
    .sort((a, b) => a.offMm - b.offMm)[0];
  const legs = board.legs.filter((l) => l.face === row.face);
  const foot = {
    x: legs.reduce((n, l) => n + l.at.x, 0) / Math.max(1, legs.length),
    y: legs.reduce((n, l) => n + l.at.y, 0) / Math.max(1, legs.length),
  };
  const byEdge = edge ? unit(edge.at) : null;
  const byLegs = legs.length >= 2 ? unit(foot) : null;
  const byTwin = family === null ? null : twinSays(board, row, family, unit);
  return [
    ...(byTwin ? [{ way: byTwin, words: 'its other row stands on that side of it' }] : []),
    ...(byEdge ? [{ way: byEdge, words: 'its opening looks to the board’s edge' }] : []),
    ...(byLegs ? [{ way: byLegs, words: 'its legs stand before the row' }] : []),
  ];
}

/** Above 0 where the row runs as its family has it with the opening that way, below 0 where it runs the other way, 0 where that is not told. */
function runsAsFamily(row: PinRow, family: NonNullable<Board['family']>, opening: XY): number {
  const plug = family.endsWith('plug');
  const right = plug ? { x: -opening.y, y: opening.x } : { x: opening.y, y: -opening.x };
  const own = familyRowOf(row, family);
  if (!own || row.pins.length < 2) return 0;
  const middle = middleOf(row);
  return row.pins.reduce((sum, p, i) => {
    const at = pinPoint(row, i);
    const x = own.contacts.find((c) => c.number === p.number)?.at.x ?? 0;
    return sum + x * ((at.x - middle.x) * right.x + (at.y - middle.y) * right.y);
  }, 0);
}

/** A mark "1" beside one end of the row: printed on the board, placed as a point of that name. */
function printedOne(board: Board, row: PinRow): number | null {
  const mark = board.points.find((p) => p.face === row.face && /^(?:pin )?(?:a?1)$/iu.test(p.name.trim()));
  if (!mark) return null;
  const off = (i: number): number => {
    const at = pinPoint(row, i);
    return Math.hypot(at.x - mark.at.x, at.y - mark.at.y);
  };
  const [first, last] = [off(0), off(row.pins.length - 1)];
  if (Math.min(first, last) > 4 || Math.abs(first - last) < 1) return null;
  return first < last ? 0 : row.pins.length - 1;
}

const isOne = (pin: Pin | undefined): boolean => /^(?:1|A1.*|.*\/?A1)$/u.test(pin?.number ?? '');

/**
 * Rows that were placed the other way round, as far as it shows: by a "1" printed at one end, or by the family's order with the opening at
 * the edge, by its legs or by its other row, as long as none of these disagrees. Rows whose order somebody vouched for are left out. Common practice: the
 * order of contacts is seen from above with the opening towards the viewer.
 */
export function rowDoubts(board: Board): RowDoubt[] {
  const { family } = board;
  if (family === null) return [];
  return board.rows.flatMap((row): RowDoubt[] => {
    if (board.rowsVouched.includes(row.id)) return [];
    const one = printedOne(board, row);
    if (one !== null) {
      const at = row.pins.findIndex(isOne);
      const far = at >= 0 && at < row.pins.length / 2 !== one < row.pins.length / 2;
      return far
        ? [{ rowId: row.id, why: 'the 1 printed on the board stands at the other end of the row' }]
        : [];
    }
    const told = openings(board, row, family)
      .map((o) => ({ ...o, runs: runsAsFamily(row, family, o.way) }))
      .filter((o) => o.runs !== 0);
    const against = told.filter((o) => o.runs < 0);
    return told.length > 0 && against.length === told.length
      ? [
          {
            rowId: row.id,
            why: `${told.map((o) => o.words).join(' and ')}: then ${row.pins[0]?.number ?? 'the first pin'} of ${FAMILIES[family].name} stands at the other end of the row`,
          },
        ]
      : [];
  });
}

/** The board with a row turned round: numbers and functions change ends, places, states and ids of the pads stay as they are. */
export function turnRowRound(board: Board, rowId: string): Board {
  return {
    ...board,
    rows: board.rows.map((row) =>
      row.id === rowId
        ? {
            ...row,
            pins: row.pins.map((p, i) => {
              const other = row.pins[row.pins.length - 1 - i] ?? p;
              return { ...p, number: other.number, function: other.function };
            }),
          }
        : row,
    ),
  };
}

const SHORT: Readonly<Record<string, PinFunction>> = {
  v: 'VBUS',
  '5v': 'VBUS',
  '+': 'VBUS',
  red: 'VBUS',
  g: 'GND',
  gnd: 'GND',
  '-': 'GND',
  black: 'GND',
  'd+': 'D+',
  dp: 'D+',
  green: 'D+',
  'd-': 'D-',
  dm: 'D-',
  white: 'D-',
  l: 'LEFT',
  r: 'RIGHT',
  '?': 'unknown',
  x: 'unknown',
};

/**
 * Reads the functions of a row in one line, first pad to last: `V D- D+ G`, `5V dm dp id gnd`, `L R G ?`.
 * @param count pads in the row; as many words are wanted
 */
export function parseFunctionLine(
  line: string,
  count: number,
):
  | { readonly ok: true; readonly functions: readonly PinFunction[] }
  | { readonly ok: false; readonly message: string } {
  const words = line
    .trim()
    .split(/[\s,;]+/u)
    .filter(Boolean);
  const functions: PinFunction[] = [];
  for (const word of words) {
    const low = word.toLowerCase().replace('−', '-');
    const known = SHORT[low] ?? PIN_FUNCTIONS.find((f) => f.toLowerCase() === low);
    if (!known)
      return { ok: false, message: `“${word}” is no function; V, G, D+, D-, ID, CC1, L, R or ? are` };
    functions.push(known);
  }
  return functions.length === count
    ? { ok: true, functions }
    : { ok: false, message: `the row has ${count} pads, ${functions.length} were said` };
}

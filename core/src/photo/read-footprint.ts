import type { ConnectorFamily } from '../connector/family';
import { GENERIC_PARTS } from '../connector/generic-parts';
import type { ConnectorPart } from '../connector/part';
import { partFamiliesFor } from '../connector/part-family';
import type { BoardPoint } from '../geometry/point';
import type { Projective } from '../geometry/projective';
import type { PadFinish } from './find-lands';
import { findPatches } from './find-lands';
import { flatFieldCorrect } from './flat-field';
import type { Pixels } from './pixels';
import { checkPixels } from './pixels';
import type { BoardBox } from './rectify';
import { checkBox, rectify } from './rectify';
import { contactPatterns } from './contact-patterns';
import type { FoundPad, FoundRow, IsGap, Mark } from './row-on-line';
import type { FootprintProposal, FoundLand, ReadingHint } from './found';
import { besideContacts, isFamilyRow } from './beside-contacts';
import type { ByPattern } from './read-by-pattern';
import { readByPattern } from './read-by-pattern';
import { RIGHT_ONE } from './judge-pattern';
import { findRows } from './find-rows';
import { withLegs } from './with-legs';
import { axisOfHint, axisOfLands, axisOfRows } from './mirror-axis';
import { toDegrees } from './row-on-line';

export type ReadingStage =
  'laying patterns' | 'laying flat' | 'evening the lamp' | 'finding metal' | 'fitting rows' | 'finding legs';

export interface ReadFootprintInput {
  readonly picture: Pixels;
  /** Board millimetres to pixels of this picture. */
  readonly toPhoto: Projective;
  readonly box: BoardBox;
  /** Family that the person named, to be tried beside even spacings; `null` tries all. */
  readonly family: ConnectorFamily | null;
  /** What the pads shine with; solder by default. On gold and copper nothing tan is taken for a torn pad. */
  readonly finish?: PadFinish;
  /** Parts whose land patterns are laid on the picture; those met again and again by default. */
  readonly parts?: readonly ConnectorPart[];
  /** How far the frame's scale may be off, a share, one standard deviation; a third of a percent by default. */
  readonly scaleSpread?: number;
  /** Two places that the hand pointed at; none by default. */
  readonly hint?: ReadingHint | null;
  /** Places of what was struck out of earlier offers of this picture: nothing is offered there again. */
  readonly struck?: readonly BoardPoint[];
}

/** Lands are at least this filled: a round one fills 0.79 of its rectangle. */
const FILLED = 0.66;
/** Fainter than this against the usual metal, or tanner, is flux or dirt. */
const FAINT = 0.62;
const STAINED = 0.8;
const TOO_TAN = 0.32;
/** Largest land of a connector's leg, mm. */
const LARGEST_MM = 7.5;
/** A ripped pad takes the mask's opening with it; where this share of the place is mask there was no pad. */
const WHOLE_MASK = 0.6;
/** What is left of a ripped leg land is nearly a rectangle; a stain is not. */
const TORN_FILLED = 0.8;
/** Most parts that are laid on one picture: each costs time. */
const MOST_PARTS = 160;
/** A frame's scale is off by so much, a share, where nothing else is known. */
const SCALE_SPREAD = 0.003;
/** Two lands nearer than this are one, mm. */
const SAME_LAND_MM = 0.5;
/** Whether a patch could be part of a footprint at all. */
function wanted({ patch, long, wide }: Mark): boolean {
  if (patch.kind === 'bare') return patch.fill > 0.5;
  if (patch.kind === 'hole' || patch.hole) return true;
  // Print is a thin line; a pad that thin is short.
  if (wide < 0.24 && long > 6 * wide) return false;
  return (
    patch.fill > FILLED && patch.strength > (patch.tint > 0.15 ? STAINED : FAINT) && patch.tint < TOO_TAN
  );
}

function asLand(m: Mark, perMm: number): FoundLand {
  const opening = m.patch.kind === 'hole' ? m.rect : m.patch.hole;
  const shape = opening ?? m.rect;
  const at =
    opening && m.patch.hole
      ? {
          x: m.at.x + (opening.centre.x - m.rect.centre.x) / perMm,
          y: m.at.y + (opening.centre.y - m.rect.centre.y) / perMm,
        }
      : m.at;
  return {
    at,
    state: m.patch.kind === 'bare' ? 'torn' : 'present',
    filled: null,
    chance: null,
    fixing: m.patch.kind === 'hole' ? 'peg' : opening ? 'through-hole' : 'surface',
    slot: { widthMm: shape.wide / perMm, lengthMm: shape.long / perMm, directionDeg: toDegrees(shape.angle) },
  };
}

/** Parts of the families that come into question, of all where none was named; those of known families first where there are too many. */
function partsOf(parts: readonly ConnectorPart[], family: ConnectorFamily | null): readonly ConnectorPart[] {
  const families = family === null ? null : partFamiliesFor(family);
  const mine = families === null ? parts : parts.filter((p) => families.includes(p.family));
  if (mine.length <= MOST_PARTS) return mine;
  return [...mine.filter((p) => p.family !== 'other'), ...mine.filter((p) => p.family === 'other')].slice(
    0,
    MOST_PARTS,
  );
}

/**
 * Reads what is left of a footprint out of a picture. The land patterns of known parts are laid on it, and each land is judged where the
 * best of them has it: there, torn, its hole filled. Where none explains what is seen, rows of pads with even or known spacing, lands, slots
 * and pegs are offered as they were found one by one. Offers; places nothing. An empty proposal means that nothing like a footprint was seen.
 * Throws RangeError on a box without size or pixels that do not fit their picture.
 * @param onStage told before each stage, for a progress bar
 */
export function readFootprint(
  input: ReadFootprintInput,
  onStage: (stage: ReadingStage) => void = () => undefined,
): FootprintProposal {
  const { picture, toPhoto, box, family, parts = GENERIC_PARTS, scaleSpread = SCALE_SPREAD } = input;
  const { hint = null, struck = [] } = input;
  onStage('laying patterns');
  checkPixels(picture);
  checkBox(box);
  const spread = { turnDeg: 1, scale: scaleSpread };
  const readBy = (
    mine: readonly ConnectorPart[],
    few?: Parameters<typeof readByPattern>[6],
  ): ByPattern | null => readByPattern(picture, toPhoto, box, mine, spread, { hint, struck }, few);
  const mine = partsOf(parts, family);
  const all = partsOf(parts, null);
  let known = readBy(mine);
  // A family can be named wrongly, or its plug be meant: where none of it fits, the others are tried.
  if (known?.whole !== true && mine.length < all.length) {
    const other = readBy(all);
    if (other?.whole === true || !known) known = other;
  }
  if (known?.whole === true) return proposalOf(known);
  if (!known && isCrowded(input)) return { rows: [], lands: [], patterns: [], doubts: ['crowd'] };
  const seen = withoutStruck(readOneByOne(input, onStage), struck);
  // No part as a whole: contacts lie as their family has them all the same.
  if (!known) {
    const contacts = readBy(contactPatterns(mine), { ways: 1, ofFamily: 3 });
    if (contacts && contacts.answer >= RIGHT_ONE && !contacts.goesOn) known = contacts;
  }
  const found =
    known && !isFamilyRow(seen, known)
      ? besideContacts(seen, known)
      : { ...seen, doubts: known?.doubts ?? [] };
  onStage('finding legs');
  const ofRows = (hint && axisOfHint(hint)) ?? axisOfRows(found.rows);
  const held = withLegs(picture, toPhoto, found, ofRows, axisOfLands(seen));
  // What lies beyond the box was not asked for, and the page may have no pixels of it.
  const isInBox = ({ at }: FoundLand): boolean =>
    at.x >= box.x && at.x <= box.x + box.width && at.y >= box.y && at.y <= box.y + box.height;
  return withoutStruck({ ...held, lands: held.lands.filter(isInBox) }, struck);
}

/** More patches of metal than this in a box, and a port's are not told from the rest; they are counted on a coarse piece, pixels to a millimetre. */
const [CROWD, COUNTED_PER_MM] = [150, 16] as const;

/** Whether so many lands lie in the box that no row of them could be called the port's. */
function isCrowded({ picture, toPhoto, box, finish = 'solder' }: ReadFootprintInput): boolean {
  const { patches } = findPatches(flatFieldCorrect(rectify(picture, toPhoto, box, COUNTED_PER_MM)), finish);
  return patches.filter((p) => p.kind === 'metal' && !p.cut).length > CROWD;
}

/** What was found one by one, less what was struck out before: a row goes with any pad of it. */
function withoutStruck(found: FootprintProposal, struck: readonly BoardPoint[]): FootprintProposal {
  const gone = (p: { readonly at: BoardPoint }): boolean =>
    struck.some((s) => Math.hypot(p.at.x - s.x, p.at.y - s.y) < SAME_LAND_MM / 2);
  return {
    ...found,
    rows: found.rows.filter((r) => !r.pads.some(gone)),
    lands: found.lands.filter((l) => !gone(l)),
  };
}

const proposalOf = ({ rows, lands, patterns, doubts }: ByPattern): FootprintProposal => ({
  rows,
  lands,
  patterns,
  doubts,
});

/** Lands as they are found one by one, without any pattern. */
function readOneByOne(
  { picture, toPhoto, box, family, finish = 'solder' }: ReadFootprintInput,
  onStage: (stage: ReadingStage) => void,
): FootprintProposal {
  onStage('laying flat');
  const flat = rectify(picture, toPhoto, box);
  onStage('evening the lamp');
  const level = flatFieldCorrect(flat);
  onStage('finding metal');
  const { patches, maskShare } = findPatches(level, finish);
  onStage('fitting rows');
  const { perMm } = flat;
  const marks = patches
    .map((patch): Mark => ({
      at: { x: box.x + patch.rect.centre.x / perMm, y: box.y + patch.rect.centre.y / perMm },
      rect: patch.rect,
      long: patch.rect.long / perMm,
      wide: patch.rect.wide / perMm,
      patch,
    }))
    .filter((m) => !m.patch.cut && m.long <= LARGEST_MM && wanted(m));
  const isGap: IsGap = (at, across, along, angle) =>
    maskShare({
      centre: { x: (at.x - box.x) * perMm, y: (at.y - box.y) * perMm },
      long: across * perMm,
      wide: along * perMm,
      angle,
    }) > WHOLE_MASK;
  const rows = findRows(marks, family, isGap);
  const used = new Set(rows.flatMap((r) => [...r.used]));
  const loose = marks.filter((m) => !used.has(m.patch));
  // Metal lying where a row misses a pad is that pad: set off from the line, or split by a glint.
  const claimed = new Set<Mark>();
  const whole = rows.map(({ row }): FoundRow => ({
    ...row,
    pads: row.pads.map((pad) => {
      if (pad.state !== 'torn') return pad;
      const mine = loose.filter(
        (m) =>
          m.patch.kind === 'metal' &&
          m.wide <= 1.3 * Math.max(...pad.sizeMm) &&
          within(m.at, pad, row.directionDeg),
      );
      if (mine.length === 0) return pad;
      for (const m of mine) claimed.add(m);
      const at = mine.length === 1 && mine[0] ? mine[0].at : pad.at;
      return { ...pad, at, state: 'present' as const };
    }),
  }));
  const lands = loose
    .filter(
      (m) =>
        !claimed.has(m) &&
        m.long >= 0.4 &&
        m.wide >= 0.3 &&
        (m.patch.kind !== 'bare' || m.patch.hole !== null || (m.patch.fill > TORN_FILLED && m.wide > 0.6)),
    )
    .map((m) => asLand(m, perMm));
  return { rows: whole, lands, patterns: [], doubts: [] };
}

/** Whether a place lies on a pad of a row. */
function within(at: BoardPoint, pad: FoundPad, directionDeg: number): boolean {
  const a = (directionDeg * Math.PI) / 180;
  const [dx, dy] = [at.x - pad.at.x, at.y - pad.at.y];
  return (
    Math.abs(dx * Math.cos(a) + dy * Math.sin(a)) < pad.sizeMm[0] / 2 &&
    Math.abs(-dx * Math.sin(a) + dy * Math.cos(a)) < pad.sizeMm[1] / 2
  );
}

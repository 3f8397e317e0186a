import { oblong } from '../geometry/oblong';
import type { ObservedFeature, ObservedPattern } from '../match/observed';
import { EMPTY_PATTERN } from '../match/observed';
import type { ConnectorPart, LandRole, PartLand } from '../connector/part';
import { opening } from '../connector/part';
import type { PinFunction } from '../connector/pin-function';

/** Small made-up parts for tests. */

interface LandWish {
  readonly number?: string;
  readonly function?: PinFunction;
  /** Size along x and y, mm. */
  readonly size?: readonly [number, number];
  readonly through?: boolean;
  /** Metal of the leg, along x and y, mm. */
  readonly metal?: readonly [number, number];
}

export function testLand(role: LandRole, x: number, y: number, wish: LandWish = {}): PartLand {
  const [w, h] = wish.size ?? (role === 'contact' ? [0.4, 1.35] : [0.6, 1.4]);
  const through = wish.through ?? role !== 'contact';
  return {
    numbers: wish.number === undefined ? [] : [wish.number],
    role,
    function: wish.function ?? 'unknown',
    at: { x, y },
    copper: through && role !== 'peg' ? oblong(w + 0.4, h + 0.4, 0) : oblong(w, h, 0),
    hole: through ? oblong(w, h, 0) : null,
    metal: wish.metal ? oblong(wish.metal[0], wish.metal[1], 0) : null,
  };
}

const FIVE: readonly PinFunction[] = ['VBUS', 'D-', 'D+', 'ID', 'GND'];

/** Five contacts at 0.65 mm, mouth down the page. */
export const fiveContacts = (functions: readonly PinFunction[] = FIVE, pitchMm = 0.65): PartLand[] =>
  functions.map((f, i) => testLand('contact', (i - 2) * pitchMm, 0, { number: String(i + 1), function: f }));

export function testConnector(
  id: string,
  lands: readonly PartLand[],
  more: Partial<ConnectorPart> = {},
): ConnectorPart {
  return {
    id,
    name: id,
    family: 'micro-b',
    stance: 'right-angle',
    lands,
    mouthDeg: 90,
    frontMm: 5,
    edgeMm: 4.3,
    narrowSide: 'down',
    openingHeightMm: 1.25,
    lip: null,
    shellMm: [7.5, 2.5],
    exit: 'behind',
    heightMm: 2.5,
    ratedA: 1.8,
    source: 'made up for a test',
    ...more,
  };
}

/** A part with legs in slots at the given places. */
export const slotted = (
  id: string,
  legs: readonly (readonly [x: number, y: number])[],
  wish: LandWish = {},
  more: Partial<ConnectorPart> = {},
): ConnectorPart =>
  testConnector(id, [...fiveContacts(), ...legs.map(([x, y]) => testLand('leg', x, y, wish))], more);

/** The board laid out for a part, measured without error, turned and shifted. */
export function boardOfPart(
  part: ConnectorPart,
  {
    deg = 0,
    sigmaMm = 0.05,
    back = false,
  }: { readonly deg?: number; readonly sigmaMm?: number; readonly back?: boolean } = {},
): ObservedPattern {
  const a = (deg * Math.PI) / 180;
  return {
    ...EMPTY_PATTERN,
    seenFrom: back ? 'back' : 'fitting-side',
    features: part.lands.map((l, i): ObservedFeature => {
      const u = back ? -l.at.x : l.at.x;
      const shape = opening(l);
      return {
        id: `f${i}`,
        name: `f${i}`,
        role: l.role,
        through: l.hole !== null,
        at: {
          x: 20 + u * Math.cos(a) - l.at.y * Math.sin(a),
          y: 30 + u * Math.sin(a) + l.at.y * Math.cos(a),
        },
        sigmaMm,
        shape: {
          ...shape,
          directionDeg: ((((back ? 180 - shape.directionDeg : shape.directionDeg) + deg) % 180) + 180) % 180,
        },
        shapeSigmaMm: 0.05,
        wired: null,
      };
    }),
  };
}

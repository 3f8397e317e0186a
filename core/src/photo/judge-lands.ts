import type { ConnectorPart, PartLand } from '../connector/part';
import type { FlatPiece } from './rectify';
import type { LandLook, Look } from './land-looks';
import { lampTint } from './lamp-tint';
import { lookAtLand } from './land-looks';
import type { PartPose } from './refine-pose';

/** What is left of a land of a known pattern, from how it looks. */
export interface LandVerdict {
  readonly land: PartLand;
  /** `null` where the picture does not tell. */
  readonly torn: boolean | null;
  /** Solder stands in its hole; `null` for what has none. */
  readonly filled: boolean | null;
  /** How likely it is as said, 0.5 to 1. */
  readonly chance: number;
}

/** Bare glass fibre is redder than metal beside it by this, logarithm of red over blue; half sure there, and how sharply it turns. */
const TORN_TAN = 0.2;
const TAN_SPREAD = 0.055;
const [TAN_AGAINST, TAN_FOR] = [-3.5, 5] as const;
/** Metal is no redder than the lamp by more than this, nor than this in a picture that was balanced for its lamp, logarithm. */
const [OVER_LAMP, REDDEST_METAL] = [0.2, 0.24] as const;
/** Woven glass changes as much from a tenth of a millimetre to the next as over the whole place; metal is smooth between its glints. */
const WOVEN = 0.62;
const WEAVE_NATS = 6;
const MOST_WEAVE = 2.5;
/** Less light and shade than this over a place tells nothing of its weave, logarithm. */
const PLAIN = 0.06;
/** It is duller than bright metal and lighter than the dark of a mirror: by so much, logarithm. */
const [DULLER, DARKEST] = [0.12, 1.3] as const;
const [LIKE_GLASS, UNLIKE_GLASS] = [0.6, -2] as const;
/** Where the lamp shines on the mask its light differs from land to land by more than this, logarithm; colours are washed out there. */
const GLARE = 0.15;
const WASHED_OUT = 0.25;
/** Burnt flux on metal is as red as glass fibre, but keeps the light and shade of metal: more of both than this over so little weave. */
const SHADED = 0.3;
const UNWOVEN = 0.5;
const AS_RED = 0.2;
const DIRTY_LANDS = 2;
/** Smoother than this it is no glass fibre, however red: bare copper that solder has left, or a stain; it is not told then, logarithm. */
const SMOOTH = 0.02;
/** Surer than this, or it is not told: in a clear picture, and in one with glare or dirt. Those make bare glass look like metal sooner than metal like glass. */
const TOLD = 0.8;
const TOLD_IN_DOUBT = { torn: 0.86, present: 0.95 } as const;
/** Solder in a hole is as light as its ring; an open one is darker by more than this, logarithm. */
const OPEN_DARK = -0.42;
const DARK_SPREAD = 0.12;

const chanceOf = (v: number): number => 1 / (1 + Math.exp(-Math.max(-30, Math.min(30, v))));

/** Redness of the metal of a pattern: of its least red lands, since some may be torn; all of them may be, so it is held to the lamp's. */
function metalTan(looks: readonly LandLook[], lamp: number): number {
  const tans = looks.flatMap((l) => (l.land ? [l.land.tan] : [])).sort((a, b) => a - b);
  const low = tans[Math.floor(0.2 * (tans.length - 1))] ?? 0;
  return Math.min(low, Math.max(REDDEST_METAL, lamp + OVER_LAMP));
}

/** How much the light of what lies round the lands differs from one to the next, logarithm, one standard deviation. */
function unevenness(looks: readonly LandLook[]): number {
  const lights = looks.map((l) => l.around.light);
  const mean = lights.reduce((s, v) => s + v, 0) / lights.length;
  return Math.sqrt(lights.reduce((s, v) => s + (v - mean) ** 2, 0) / lights.length);
}

const weaveOf = (look: Look): number => look.grain / (look.varies + 0.03);

/** The middle one of a pattern's lands is less woven than this where most of them are metal (measured on another maker's pictures: 0.17 to 0.41, torn ones 0.31 to 0.68). */
const MOSTLY_GLASS = 0.43;
/** Redness of the lamp, 0 where it is not known. Where most lands are woven the lightest places may be bare glass themselves: no lamp is made of that. */
function lampOf(flat: FlatPiece, looks: readonly LandLook[], lightest: number): number {
  const weaves = looks.flatMap((l) => (l.land ? [weaveOf(l.land)] : [])).sort((a, b) => a - b);
  return (weaves[weaves.length >> 1] ?? 0) < MOSTLY_GLASS ? (lampTint(flat, lightest) ?? 0) : 0;
}

/** Whether lands are nearly as red as bare glass fibre and yet shaded like metal; one alone may be a torn one with a shadow on it. */
const isDirty = (looks: readonly LandLook[], metal: number): boolean =>
  looks.filter(
    ({ land }) =>
      land !== null && land.tan - metal > AS_RED && land.varies > SHADED && weaveOf(land) < UNWOVEN,
  ).length >= DIRTY_LANDS;

/** What the look of a place says for bare glass fibre against metal, nats. */
function tornNats(look: Look, metal: number, bright: number, doubtful: boolean): number {
  const tan = Math.max(TAN_AGAINST, Math.min(TAN_FOR, (look.tan - metal - TORN_TAN) / TAN_SPREAD));
  if (!doubtful) return tan;
  const weave =
    look.varies < PLAIN
      ? 0
      : Math.max(-MOST_WEAVE, Math.min(MOST_WEAVE, WEAVE_NATS * (weaveOf(look) - WOVEN)));
  const off = bright - look.light;
  const dull = off < DULLER || off > DARKEST ? UNLIKE_GLASS : LIKE_GLASS;
  return WASHED_OUT * tan + weave + dull;
}

export interface LandVerdicts {
  readonly lands: readonly LandVerdict[];
  /** The lamp shines on the mask between the lands; or flux covers some of them. */
  readonly doubts: readonly ('glare' | 'dirt')[];
}

/** Judges every land of a part where it lies: its metal there or torn, its hole open or filled. */
export function judgeLands(
  flat: FlatPiece,
  part: Pick<ConnectorPart, 'lands'>,
  pose: PartPose,
): LandVerdicts {
  const looks = part.lands.map((l) => lookAtLand(flat, pose, l));
  const lights = looks.flatMap((l) => (l.land ? [l.land.light] : [])).sort((a, b) => a - b);
  const bright = lights[Math.floor(0.9 * (lights.length - 1))] ?? 0;
  const metal = metalTan(looks, lampOf(flat, looks, bright));
  const doubts: ('glare' | 'dirt')[] = [];
  if (unevenness(looks) > GLARE) doubts.push('glare');
  if (isDirty(looks, metal)) doubts.push('dirt');
  const told = (state: 'torn' | 'present'): number => (doubts.length > 0 ? TOLD_IN_DOUBT[state] : TOLD);
  const lands = part.lands.map((land, i): LandVerdict => {
    const look = looks[i] as LandLook;
    const torn = look.land ? chanceOf(tornNats(look.land, metal, bright, doubts.length > 0)) : 0;
    const beside = look.land ?? look.around;
    const filled =
      land.hole && look.hole && land.role !== 'peg'
        ? chanceOf((look.hole.light - beside.light - OPEN_DARK) / DARK_SPREAD)
        : null;
    const chance = Math.max(torn, 1 - torn);
    return {
      land,
      torn:
        chance < told(torn > 0.5 ? 'torn' : 'present') || (torn > 0.5 && (look.land?.grain ?? 0) < SMOOTH)
          ? null
          : torn > 0.5,
      filled: filled === null || Math.max(filled, 1 - filled) < TOLD ? null : filled > 0.5,
      chance,
    };
  });
  return { lands, doubts };
}

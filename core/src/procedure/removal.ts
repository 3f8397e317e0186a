import type { Kit } from '../drawer/kit';
import { toolFor } from '../drawer/kit';
import type { ProcedureStep } from './step';
import { CAUTIONS, step, turn } from './step';

export const REMOVAL_SCHOOLS = ['air', 'flood', 'empty', 'cut'] as const;
export type RemovalSchool = (typeof REMOVAL_SCHOOLS)[number];

export const REMOVAL_WORDS: Readonly<Record<RemovalSchool, string>> = {
  air: 'Hot air',
  flood: 'Flood the row',
  empty: 'Empty hole by hole',
  cut: 'Cut, last of all',
};

/** What a choice of school looks at. */
export interface AboutRemoval {
  readonly kit: Kit;
  /** Legs that go through the board. */
  readonly throughLegs: number;
  /** A part that melts or pops stands within reach of the jet. */
  readonly heatShyNear: string | null;
  /** The old port is to go back. */
  readonly keepPort: boolean;
}

export interface SchoolAdvice<T extends string> {
  readonly school: T;
  readonly why: string;
}

/** Which way off is recommended, with its reason; what the kit cannot do is never recommended where another way can. Common practice. */
export function recommendedRemoval({
  kit,
  throughLegs,
  heatShyNear,
  keepPort,
}: AboutRemoval): SchoolAdvice<RemovalSchool> {
  const air = toolFor(kit, 'hot-air') !== null;
  const braid = toolFor(kit, 'braid') !== null;
  if (air && heatShyNear === null)
    return {
      school: 'air',
      why: keepPort
        ? 'all joints at once, nothing bent: the port is to go back'
        : 'all joints melt at once, and nothing is pulled',
    };
  if (throughLegs >= 2 && braid)
    return {
      school: 'empty',
      why:
        heatShyNear && air
          ? `${heatShyNear} stands in the jet: by iron, hole by hole`
          : 'its legs go through: emptied one by one they let go',
    };
  return {
    school: 'flood',
    why: heatShyNear && air ? `${heatShyNear} stands in the jet: by iron` : 'one iron is enough for it',
  };
}

const FLUX = step('off/flux', 'Flux along the row and on every leg', 'wet and shining on each joint', {
  tools: ['flux'],
  wrong: [turn('it stays dull or dusty', 'brush with alcohol, then flux again')],
});
const MIX = step(
  'off/mix',
  'Add fresh leaded solder to every joint',
  'each joint shines at once and is round',
  {
    tools: ['chisel-tip', 'leaded-solder'],
    with: 'wide tip, leaded solder 0.5 mm, flux',
    heat: 'joint',
    seconds: 3,
    wrong: [
      turn('a grey skin, the old solder stays a grain', 'more flux, then stay until both run together'),
    ],
    stop: 'a pad moves under the tip: let it cool, look before you go on',
    caution: CAUTIONS.lead,
  },
);
const LOOK = step(
  'off/look',
  'Look at every pad and hole under the microscope',
  'each pad lies flat; what came off is marked under Look over',
  {
    tools: ['microscope'],
    photo: true,
    wrong: [turn('a pad is lifted or gone', 'give it its state under Look over: the plan follows')],
  },
);

const BY_SCHOOL: Readonly<Record<RemovalSchool, readonly ProcedureStep[]>> = {
  air: [
    step(
      'off/shield',
      'Shield plastic, lamp and connectors; cell out',
      'foil or tape on everything that shines or softens',
      {
        tools: ['tape'],
        caution: CAUTIONS.air,
      },
    ),
    FLUX,
    MIX,
    step(
      'off/air',
      'Circle the nozzle over port and legs, nudge it now and then',
      'at a nudge the whole port slides by itself',
      {
        tools: ['hot-air', 'tweezers'],
        heat: 'part',
        seconds: 15,
        wrong: [
          turn(
            'it does not slide',
            'it is not molten everywhere: keep circling, heat the legs from the other face',
            'off/air',
          ),
          turn(
            'a small part swims',
            'take the air away, let it cool, set that part straight first',
            'off/shield',
          ),
        ],
        stop: 'the board browns or smells, or it has not let go after a minute: cool down, more flux and leaded solder first',
        caution: CAUTIONS.fume,
      },
    ),
    step('off/lift', 'Lift the port by its shell, straight up', 'it comes without any pull', {
      tools: ['tweezers'],
      seconds: 2,
      wrong: [
        turn(
          'one corner holds',
          'set it down, heat that corner: pads come off when the pull comes before the melt',
          'off/air',
        ),
      ],
      stop: 'it needs force',
    }),
    LOOK,
  ],
  flood: [
    FLUX,
    step('off/flood', 'Lay a blob of leaded solder over the whole row', 'one bright bead over all pins', {
      tools: ['chisel-tip', 'leaded-solder', 'flux'],
      with: 'wide tip, much leaded solder',
      heat: 'row',
      seconds: 6,
      wrong: [turn('it breaks up in grains', 'more flux, and stay')],
      caution: CAUTIONS.lead,
    }),
    step(
      'off/swim',
      'Keep the bead wet along its length and ease the row up with a blade',
      'the pins rise together while all is wet',
      {
        tools: ['chisel-tip', 'knife'],
        heat: 'row',
        seconds: 10,
        wrong: [
          turn('one pin stays down', 'wet that end again before you lift on', 'off/flood'),
          turn('a track bends with the pin', 'stop, let it set, more solder on that pin', 'off/flood'),
        ],
        stop: 'it needs force: some joint is still solid',
        caution: CAUTIONS.blade,
      },
    ),
    step(
      'off/legs',
      'Melt the legs one after the other and rock the shell free',
      'each leg moves in its hole while its solder is wet',
      {
        tools: ['chisel-tip', 'flux', 'leaded-solder'],
        heat: 'plane',
        seconds: 5,
        wrong: [
          turn(
            'a leg stays stiff',
            'wide tip, fresh solder, heat from both faces; a plane drinks it',
            'off/legs',
          ),
        ],
        stop: 'a hole’s ring turns with the leg',
      },
    ),
    LOOK,
  ],
  empty: [
    MIX,
    step(
      'off/empty',
      'Empty one hole: braid flat on it, wide tip on the braid',
      'light shows through the hole, the pin stands free',
      {
        tools: ['braid', 'chisel-tip', 'flux'],
        with: 'wide tip on fluxed braid',
        heat: 'plane',
        seconds: 6,
        wrong: [
          turn('braid sticks', 'do not pull: heat it again and lift both together'),
          turn('a rest stays in the hole', 'fill it again with leaded solder, then once more', 'off/mix'),
        ],
        stop: 'a ring lifts with the braid',
        caution: CAUTIONS.fume,
      },
    ),
    step('off/test', 'Nudge each pin and leg with a pick', 'each one moves in its hole by itself', {
      tools: ['tweezers'],
      wrong: [turn('one stands stiff', 'that joint is still solid: empty it again', 'off/empty')],
    }),
    step('off/lift', 'Lift the port out straight', 'it comes without any pull', {
      tools: ['tweezers'],
      wrong: [turn('it tilts and holds', 'find the joint that holds', 'off/test')],
      stop: 'it needs force',
    }),
    LOOK,
  ],
  cut: [
    MIX,
    step('off/pins', 'Free every pin of the row first', 'each pin moves by itself on its pad', {
      tools: ['chisel-tip', 'knife', 'flux'],
      heat: 'row',
      seconds: 8,
      wrong: [turn('a pin holds', 'wet it again; never cut before the pins are free', 'off/mix')],
      caution: CAUTIONS.blade,
    }),
    step(
      'off/cut',
      'Cut the legs, one by one, close to the shell',
      'the shell comes away, stumps stay in the holes',
      {
        tools: ['cutter'],
        wrong: [turn('the cutter pulls at the board', 'smaller bites; hold the shell, not the board')],
        stop: 'a pin is still on its pad: cutting now tears it',
        caution: 'Cut ends fly: eyes protected.',
      },
    ),
    step('off/stumps', 'Melt each stump and push it out', 'the hole is open, its ring flat', {
      tools: ['chisel-tip', 'flux', 'leaded-solder', 'tweezers'],
      heat: 'plane',
      seconds: 5,
      wrong: [turn('it does not move', 'fresh leaded solder, heat from both faces', 'off/stumps')],
      stop: 'a ring turns with the stump',
    }),
    LOOK,
  ],
};

export const removalSteps = (school: RemovalSchool): readonly ProcedureStep[] => BY_SCHOOL[school];

import type { ProcedureStep } from './step';
import { CAUTIONS, step, turn } from './step';

/** Pads made ready for any joint. */
export const CLEAN_STEPS: readonly ProcedureStep[] = [
  step('clean/brush', 'Brush the row with alcohol', 'no lint, every pad is seen', {
    tools: ['alcohol', 'microscope'],
    wrong: [
      turn('old glue between the pads', 'warm it, cut it out: it creeps under and insulates', 'clean/brush'),
    ],
    caution: 'Alcohol burns: away from the hot iron, let it dry.',
  }),
  step('clean/mix', 'Melt fresh leaded solder into what is left on each pad', 'it shines at once', {
    tools: ['chisel-tip', 'leaded-solder', 'flux'],
    with: 'wide tip, leaded solder, flux',
    heat: 'joint',
    seconds: 2,
    wrong: [turn('a gold or bare pad takes none', 'that is its finish: tin it thinly, no more')],
    stop: 'a pad moves',
    caution: CAUTIONS.lead,
  }),
  step(
    'clean/braid',
    'Braid flat on the pad, tip on the braid; lift both together',
    'flat, bright, level with its neighbours',
    {
      tools: ['braid', 'chisel-tip', 'flux'],
      with: 'wide tip on fluxed braid',
      heat: 'joint',
      seconds: 3,
      wrong: [turn('the braid sticks', 'do not pull: heat again. A pad lifts by force, not by heat')],
      stop: 'a pad lifts with the braid',
    },
  ),
  step('clean/look', 'Alcohol again, then look', 'no hair of solder across two pads', {
    tools: ['alcohol', 'microscope'],
    photo: true,
    wrong: [turn('a hair across two pads', 'a clean fluxed tip drawn away from the row', 'clean/braid')],
  }),
];

const FILL = step('hole/fill', 'Fill the hole with fresh leaded solder', 'a bright dome on both faces', {
  tools: ['chisel-tip', 'leaded-solder', 'flux'],
  with: 'wide tip, leaded solder, flux',
  heat: 'plane',
  seconds: 5,
  wrong: [
    turn(
      'the solder does not go through',
      'the plane drinks it: wider tip, heat from the other face as well',
    ),
  ],
  caution: CAUTIONS.lead,
});
const OPEN = step(
  'hole/look',
  'Hold it against the light',
  'light all through, the ring flat on both faces',
  {
    tools: ['microscope'],
    wrong: [turn('a rest in the hole', 'fill it and empty it once more', 'hole/fill')],
  },
);

/** A hole made free, by the tool that is there. */
export function holeSteps(option: string): readonly ProcedureStep[] {
  switch (option) {
    case 'gun':
      return [
        FILL,
        step(
          'hole/gun',
          'Set the gun’s nozzle over the pin’s hole, wait until it is wet, pull the trigger',
          'the hole is empty at one pull',
          {
            tools: ['gun'],
            heat: 'plane',
            seconds: 4,
            wrong: [turn('half of it stays', 'fill it again: a full hole empties better', 'hole/fill')],
            stop: 'the ring turns',
          },
        ),
        OPEN,
      ];
    case 'pump':
      return [
        FILL,
        step('hole/pump', 'Melt it all through, set the pump on, snap', 'the hole is empty', {
          tools: ['pump', 'chisel-tip'],
          heat: 'plane',
          seconds: 4,
          wrong: [turn('only the top came', 'melt from the other face while you pump', 'hole/fill')],
          stop: 'the ring lifts',
        }),
        OPEN,
      ];
    case 'push':
      return [
        step('hole/push', 'Melt the thin rest and push the leg in', 'the leg slides in, no force', {
          tools: ['chisel-tip', 'flux'],
          heat: 'plane',
          seconds: 4,
          wrong: [turn('it stands against something solid', 'empty that hole properly', 'hole/push')],
          stop: 'it needs force: that pushes the ring out',
        }),
        OPEN,
      ];
    default:
      return [
        FILL,
        step(
          'hole/braid',
          'Braid from the colder side, wide tip on it',
          'the solder runs up into the braid',
          {
            tools: ['braid', 'chisel-tip', 'flux'],
            heat: 'plane',
            seconds: 6,
            wrong: [
              turn('nothing runs', 'more flux, wider tip; plane-tied holes last and hottest', 'hole/fill'),
            ],
            stop: 'the ring lifts',
          },
        ),
        OPEN,
      ];
  }
}

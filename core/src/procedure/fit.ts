import type { FittingSchool } from '../rebuild/build-order';
import type { ProcedureStep } from './step';
import { CAUTIONS, step, turn } from './step';

const SEAT = step(
  'fit/seat',
  'Set the port in its place',
  'flat on the board, square to the edge, opening where the case wants it',
  {
    tools: ['tweezers', 'microscope'],
    wrong: [
      turn('it does not sit down', 'a hole is not clear, or a leg is bent: look, do not press'),
      turn('upside down or mirrored against the case', 'stop here: it is the wrong part, back to Match'),
    ],
    stop: 'it wants force',
  },
);
const CASE = step(
  'fit/case',
  'Try it in the case: a plug goes in through the wall',
  'the plug seats, screw holes and pegs still meet',
  {
    wrong: [turn('the plug strikes the wall', 'melt the tack, shift it, look again', 'fit/seat')],
  },
);
const PINS_LOOK = step(
  'fit/angle',
  'Look along the row: every pin over its pad',
  'all pins in line, none between two pads',
  {
    tools: ['microscope'],
    photo: true,
    wrong: [turn('the row stands askew', 'melt the tack and turn it', 'fit/seat')],
  },
);
const tack = (what: string, more: Partial<ProcedureStep>): ProcedureStep =>
  step('fit/tack', `Tack ${what}`, 'it holds, and can still be turned when that joint is molten', {
    tools: ['fine-tip', 'flux', 'leaded-solder'],
    seconds: 3,
    wrong: [turn('it slips while it sets', 'melt it again, hold still two seconds', 'fit/seat')],
    caution: CAUTIONS.fume,
    ...more,
  });

const BY_SCHOOL: Readonly<Record<FittingSchool, readonly ProcedureStep[]>> = {
  'legs-first': [
    SEAT,
    tack('one leg', {
      heat: 'plane',
      with: 'wide tip, leaded solder',
      tools: ['chisel-tip', 'flux', 'leaded-solder'],
    }),
    PINS_LOOK,
    CASE,
  ],
  'pins-first': [
    step('fit/tinned', 'Tin the row thinly and flux it', 'each pad with the same low dome', {
      tools: ['fine-tip', 'flux', 'leaded-solder'],
      with: 'fine tip, leaded solder 0.3 mm',
      heat: 'joint',
      seconds: 2,
      wrong: [turn('one dome is higher', 'braid it down: the row would rock on it')],
    }),
    SEAT,
    tack('the first and the last pin', { heat: 'joint', with: 'fine tip' }),
    PINS_LOOK,
    CASE,
  ],
  'one-pin-first': [SEAT, tack('one pin', { heat: 'joint', with: 'fine tip' }), PINS_LOOK, CASE],
};

export const fitSteps = (school: FittingSchool): readonly ProcedureStep[] => BY_SCHOOL[school];

/** The pins of the row that stand on their pads. */
export function rowSteps(school: FittingSchool): readonly ProcedureStep[] {
  return [
    step('row/flux', 'Much flux along the row', 'wet from end to end', {
      tools: ['flux'],
      wrong: [turn('it has dried brown', 'alcohol, then fresh flux')],
    }),
    school === 'pins-first'
      ? step(
          'row/reflow',
          'Wide tip over all pins at once with light pressure',
          'the whole row sinks at once',
          {
            tools: ['chisel-tip', 'flux'],
            with: 'wide tip',
            heat: 'row',
            seconds: 4,
            wrong: [turn('one end stays up', 'more flux, begin at that end')],
            stop: 'the tongue softens or smells',
            caution: CAUTIONS.fume,
          },
        )
      : step(
          'row/drag',
          'Little solder on the tip, one even stroke along the row',
          'each pin has its own hollow fillet',
          {
            tools: ['fine-tip', 'leaded-solder', 'flux'],
            with: 'tip with a drop, leaded solder 0.3 mm',
            heat: 'row',
            seconds: 6,
            wrong: [
              turn('two pins are bridged', 'clean fluxed tip drawn away from the row, or braid'),
              turn('a pin took none', 'that pin alone, from above'),
            ],
            stop: 'solder runs towards the shell: what is in there never comes out',
            caution: CAUTIONS.fume,
          },
        ),
    step('row/look', 'Look at every pin from both sides', 'no ball, no bridge, no pin in the air', {
      tools: ['microscope'],
      photo: true,
      wrong: [
        turn('a ball on a pin', 'cold: flux and heat again', 'row/flux'),
        turn('a pin stands off its pad', 'press it down hot with a pick', 'row/flux'),
      ],
    }),
  ];
}

/** One leg. */
export function legSteps(option: string): readonly ProcedureStep[] {
  const both = step(
    'leg/both',
    'Turn the board: the other face of the same leg',
    'a full fillet on both faces where it goes through',
    {
      tools: ['chisel-tip', 'leaded-solder'],
      with: 'wide tip',
      heat: 'plane',
      seconds: 4,
      wrong: [turn('it stays dull', 'the plane drinks it: longer, wider tip', 'leg/fill')],
    },
  );
  const rock = step('leg/rock', 'Cold: press the shell sideways', 'nothing gives', {
    wrong: [turn('it rocks', 'more solder, both faces', 'leg/fill')],
  });
  switch (option) {
    case 'epoxy':
      return [
        step(
          'leg/fill',
          'Roughen leg and board, clean of flux, bed the leg in epoxy',
          'a fat fillet all round, none near the pins',
          {
            tools: ['epoxy', 'knife', 'alcohol'],
            wrong: [turn('it runs towards the pins', 'wipe with alcohol before it sets')],
            caution: CAUTIONS.epoxy,
            wait: { what: 'epoxy', minutes: 60 },
          },
        ),
        rock,
      ];
    case 'pour':
    case 'staple':
      return [
        step('leg/scrape', 'Scrape 3 to 4 mm of pour bare beside the leg', 'bright copper', {
          tools: ['knife'],
          wrong: [turn('a track runs there', 'another side: only the plane may be bared')],
          caution: CAUTIONS.blade,
        }),
        step(
          'leg/fill',
          option === 'pour'
            ? 'Flux, then a fat fillet from leg to copper'
            : 'A loop of bare wire over the leg, soldered into copper on either side',
          'bright, and it holds at a push',
          {
            tools: ['chisel-tip', 'flux', 'leaded-solder'],
            with: 'wide tip, much leaded solder',
            heat: 'plane',
            seconds: 5,
            wrong: [turn('it does not take', 'scrape again, more flux', 'leg/scrape')],
            stop: 'the tongue softens',
            caution: CAUTIONS.fume,
          },
        ),
        rock,
      ];
    case 'clear':
      return [
        step(
          'leg/draw',
          'Draw the bridge off with a clean fluxed tip or braid',
          'a clear gap between leg and neighbour',
          {
            tools: ['chisel-tip', 'braid', 'flux'],
            with: 'clean wide tip',
            heat: 'plane',
            seconds: 3,
            wrong: [turn('it runs back', 'braid, flat on it')],
          },
        ),
        step('leg/fill', 'Refill the leg', 'full, bright, and clear of its neighbour', {
          tools: ['chisel-tip', 'leaded-solder', 'flux'],
          with: 'wide tip',
          heat: 'plane',
          seconds: 4,
          wrong: [turn('the bridge is back', 'less solder on that side', 'leg/draw')],
          caution: CAUTIONS.fume,
        }),
        rock,
      ];
    default:
      return [
        step(
          'leg/fill',
          'Heat leg and land together, feed solder until it is full',
          'bright, hollow to the leg, as much as it takes',
          {
            tools: ['chisel-tip', 'flux', 'leaded-solder'],
            with: 'wide tip, leaded solder 0.5 mm, flux',
            heat: 'plane',
            seconds: 4,
            wrong: [
              turn('it stays a ball', 'a plane drinks heat: wider tip, longer, fresh solder on the tip'),
              turn('it runs into the shell', 'stop: it never comes out, a new part goes in'),
            ],
            stop: 'the tongue inside softens',
            caution: CAUTIONS.fume,
          },
        ),
        both,
        rock,
      ];
  }
}

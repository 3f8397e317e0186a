import type { Leg } from '../board/board';
import { PAD_STATE_WORDS } from '../board/pad-state';
import type { Kit, KitTool } from '../drawer/kit';
import type { Draft, WorkItem } from './work-item';
import { rankedOptions } from './work-item';

const HOT: readonly KitTool[] = ['chisel-tip', 'flux', 'leaded-solder'];

const refill = (title: string, success: number): Draft => ({
  key: 'refill',
  title,
  why: 'fat tip, flux, as much solder as it takes, both faces where it goes through',
  minutes: 4,
  success,
  loses: null,
  tools: HOT,
});

/** Ways to hold a leg whose land or hole is gone. Common practice; minutes and chances are judgements. */
const WITHOUT_COPPER: readonly Draft[] = [
  {
    key: 'pour',
    title: 'Solder it to the pour beside it, scraped bare',
    why: '3 to 4 mm of mask off, a fat fillet from leg to copper',
    minutes: 8,
    success: 0.88,
    loses: null,
    tools: [...HOT, 'knife'],
  },
  {
    key: 'staple',
    title: 'A loop of thick wire over the leg, into copper on either side',
    why: 'bare 0.5 mm wire, soldered left and right of it',
    minutes: 12,
    success: 0.85,
    loses: null,
    tools: [...HOT, 'knife', 'cutter'],
  },
  {
    key: 'epoxy',
    title: 'Bed it in epoxy',
    why: 'roughened, clean of flux; it holds but does not connect',
    minutes: 6,
    success: 0.75,
    loses: 'that leg’s way to ground: ring the shell by another leg',
    tools: ['epoxy'],
  },
];

/** What is done to a leg; nothing for a sound one that stays as it is. */
export function legItem(leg: Leg, fits: boolean, kit: Kit): WorkItem[] {
  const base = { id: `leg:${leg.id}`, waitsFor: null, stage: 'legs' } as const;
  const state = PAD_STATE_WORDS[leg.state];
  const ways = (drafts: readonly Draft[]): WorkItem['options'] => rankedOptions(drafts, kit);
  switch (leg.state) {
    case 'sound':
    case 'exposed':
      return fits
        ? [
            {
              ...base,
              title: `Fill ${leg.name}`,
              why: 'weak legs are why it broke: as much solder as it takes, both faces where it goes through',
              options: ways([refill('Fill it', 0.95)]),
            },
          ]
        : [];
    case 'unchecked':
      return [
        {
          ...base,
          title: `Look at ${leg.name}`,
          why: 'it has not been looked at',
          waitsFor: 'a look under Look over',
          options: ways([refill('Fill it', 0.95)]),
        },
      ];
    case 'dull':
    case 'starved':
    case 'loose':
    case 'cracked':
      return [
        {
          ...base,
          title: `Refill ${leg.name}`,
          why: `${state}: fat tip, flux, as much solder as it takes, both faces where it goes through`,
          options: ways([refill('Refill it', 0.93)]),
        },
      ];
    case 'bridged':
      return [
        {
          ...base,
          title: `Clear ${leg.name}`,
          why: `${state}: draw it off with a clean fluxed tip or braid`,
          options: ways([
            {
              key: 'clear',
              title: 'Draw the bridge off, then refill',
              why: 'a clean fluxed tip, drawn away from the row; or braid',
              minutes: 5,
              success: 0.93,
              loses: null,
              tools: [...HOT, 'braid'],
            },
          ]),
        },
      ];
    default:
      return [
        {
          ...base,
          title: `Hold ${leg.name} another way`,
          why: `${state}: solder it to the scraped pour beside it, or bed it in epoxy; weak legs are why it broke`,
          options: ways(WITHOUT_COPPER),
        },
      ];
  }
}

const CLEAR: readonly Draft[] = [
  {
    key: 'braid',
    title: 'Fresh leaded solder in, then braid from the colder side',
    why: 'the mix melts lower; a wide tip on the braid, both off together',
    minutes: 4,
    success: 0.85,
    loses: null,
    tools: ['chisel-tip', 'leaded-solder', 'flux', 'braid'],
  },
  {
    key: 'pump',
    title: 'Fresh leaded solder in, then the pump',
    why: 'melted all through before it snaps',
    minutes: 3,
    success: 0.8,
    loses: null,
    tools: ['chisel-tip', 'leaded-solder', 'flux', 'pump'],
  },
  {
    key: 'gun',
    title: 'Desoldering gun',
    why: 'held until it is wet all through',
    minutes: 2,
    success: 0.92,
    loses: null,
    tools: ['gun', 'leaded-solder', 'flux'],
  },
  {
    key: 'push',
    title: 'Melt a thin rest through while the leg is pushed in',
    why: 'only a thin rest; never push against a cold one',
    minutes: 2,
    success: 0.55,
    loses: null,
    tools: ['chisel-tip', 'flux'],
  },
];

/** A leg's hole that has to be empty before the port goes in; none where there is no hole, or no metal in it. */
export function holeItem(leg: Leg, kit: Kit): WorkItem[] {
  if (leg.fixing !== 'through-hole' || leg.state === 'hole-wall-gone' || leg.state === 'torn') return [];
  return [
    {
      id: `hole:${leg.id}`,
      title: `Clear the hole of ${leg.name}`,
      why: 'the port drops in without force; holes tied to the plane last and hottest',
      waitsFor: null,
      stage: 'clean',
      options: rankedOptions(CLEAR, kit),
    },
  ];
}

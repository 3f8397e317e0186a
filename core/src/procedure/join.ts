import { printLength } from '../quantity/print-bench';
import type { PinPlan } from '../rebuild/rebuild-plan';
import { wireColour } from '../rebuild/wire-colour';
import { coatOf } from '../material/wire-stock';
import type { ProcedureStep } from './step';
import { CAUTIONS, step, turn } from './step';

const SCRAPE = (id: string, where: string): ProcedureStep =>
  step(
    `${id}/scrape`,
    `Scrape 1 to 2 mm of mask off ${where}, along the track`,
    'bright copper, no deeper, no wider than the track',
    {
      tools: ['knife', 'microscope'],
      wrong: [
        turn(
          'the track comes up with the blade',
          'glue it down with a thin film of epoxy, and go 2 mm further along',
        ),
        turn('black or pink beneath', 'a black skin is oxide: a glass brush or the blade held flat'),
      ],
      stop: 'the blade cuts the copper through',
      caution: CAUTIONS.blade,
    },
  );

const TIN = (id: string, what: string, scraped = true): ProcedureStep =>
  step(`${id}/tin`, `Flux and tin ${what}`, 'a thin bright coat, no ball', {
    tools: ['fine-tip', 'flux', 'leaded-solder'],
    with: 'fine tip, leaded solder 0.3 mm, flux',
    heat: 'joint',
    seconds: 2,
    wrong: [
      turn(
        'it balls up and does not wet',
        scraped ? 'not clean yet: scrape and flux again' : 'not clean yet: alcohol, then flux again',
        scraped ? `${id}/scrape` : null,
      ),
    ],
    stop: 'the track lifts: thin copper stands only a second or two',
    caution: CAUTIONS.lead,
  });

/** A joint refreshed. */
export function reflowSteps(id: string, state: string): readonly ProcedureStep[] {
  return [
    step(`${id}/flux`, 'Flux on the joint', 'wet all round the pin', {
      tools: ['flux'],
      wrong: [turn('it runs off dirt', 'alcohol and brush first')],
    }),
    step(
      `${id}/heat`,
      state === 'bridged'
        ? 'Draw a clean fluxed tip away from the row'
        : 'Touch pin and pad together, feed a little fresh solder',
      state === 'bridged'
        ? 'the gap is clean, both pins keep a fillet'
        : 'it runs in and shines, a hollow fillet on both sides',
      {
        tools: ['fine-tip', 'leaded-solder'],
        with: 'fine tip, leaded solder 0.3 mm',
        heat: 'joint',
        seconds: 2,
        wrong: [
          turn('it sits on the pin as a ball', 'cold: more flux, touch the pad as well', `${id}/flux`),
          turn('it runs over to the next pin', 'clean fluxed tip drawn away, or braid'),
        ],
        stop: 'the pad slides: it is loose, give it that state under Look over',
        caution: CAUTIONS.fume,
      },
    ),
    step(`${id}/press`, 'Cold again: press the pin sideways with a pick', 'nothing moves', {
      tools: ['tweezers', 'microscope'],
      wrong: [turn('the pin moves on its pad', 'once more from the flux', `${id}/flux`)],
    }),
  ];
}

/** A broken track joined over its gap. */
export function bridgeSteps(id: string, wide: boolean): readonly ProcedureStep[] {
  return [
    SCRAPE(id, 'both ends of the break'),
    TIN(id, 'both ends'),
    wide
      ? step(
          `${id}/strand`,
          'Lay a strand over the gap along the track, touch one end, then the other',
          'it lies flat on the copper, soldered 1 mm on each side',
          {
            tools: ['tweezers', 'fine-tip', 'flux'],
            with: 'fine tip, no more solder than is there',
            heat: 'joint',
            seconds: 2,
            wrong: [
              turn(
                'one end lets go while you do the other',
                'hold it down with a pick, cool the first end first',
              ),
            ],
            stop: 'the track moves',
          },
        )
      : step(
          `${id}/solder`,
          'Draw solder over the crack',
          'one bright bead across, bare on the far side too',
          {
            tools: ['fine-tip', 'leaded-solder', 'flux'],
            with: 'fine tip, leaded solder 0.3 mm',
            heat: 'joint',
            seconds: 2,
            wrong: [turn('it parts over the crack', 'a strand of wire across', `${id}/scrape`)],
          },
        ),
    step(
      `${id}/ring`,
      'Ring from one end of the track to the other, and bend the board a little',
      'it beeps all the while',
      {
        wrong: [turn('it cuts out', 'the crack goes on: look further along', `${id}/scrape`)],
      },
    ),
  ];
}

/** A wire from a pin to its landing. */
export function jumperSteps(id: string, plan: PinPlan): readonly ProcedureStep[] {
  if (plan.repair.kind !== 'jumper' || !plan.jumper) return [];
  const { jumper, row } = plan;
  const to = plan.repair.landing.label;
  const enamel = coatOf(jumper.wireMm) === 'enamel';
  const colour = wireColour(row.pin.pin.function).name;
  const stub = plan.option?.title.includes('scraped') === true;
  const ground = ['GND', 'GND_DRAIN'].includes(row.pin.pin.function);
  const cut =
    jumper.cutMm === null
      ? 'the wire, long enough to be trimmed'
      : `${printLength(Number(jumper.cutMm.toFixed(1)))} of wire`;
  return [
    step(
      `${id}/cut`,
      `Cut ${cut}`,
      `as thick as the plan says, ${enamel ? `its ends marked ${colour}` : colour}`,
      {
        tools: ['cutter'],
        wrong: [turn('it is too short when it lies', 'cut a new one: a stretched wire breaks')],
      },
    ),
    step(
      `${id}/bare`,
      enamel
        ? 'Take the enamel off 1.5 mm at both ends and tin them'
        : 'Strip 1.5 mm at both ends and tin them',
      'copper shows all round, then a bright coat',
      {
        tools: ['fine-tip', 'leaded-solder', 'knife'],
        with: 'fine tip with a drop of solder on it',
        heat: 'joint',
        seconds: 4,
        wrong: [
          turn(
            'the solder runs off',
            enamel ? 'the enamel is still on: a hotter tip or the blade' : 'strip again, flux',
          ),
        ],
        caution: enamel ? CAUTIONS.fume : CAUTIONS.blade,
      },
    ),
    ...(stub || ground ? [SCRAPE(id, to)] : []),
    TIN(id, to, stub || ground),
    step(
      `${id}/land`,
      `Lay the wire along the copper at ${to}, touch, hold still`,
      'it holds when a pick prods it',
      {
        tools: ['tweezers', 'fine-tip', 'flux'],
        with: ground ? 'wide tip: a plane drinks heat' : 'fine tip, what is on the joint is enough',
        heat: ground ? 'plane' : 'joint',
        seconds: 2,
        wrong: [
          turn('it comes off at a prod', 'tin both again, lay it along the copper, not on end', `${id}/tin`),
          turn('the solder runs to the next joint', 'clean fluxed tip drawn away', `${id}/tin`),
        ],
        stop: 'the part it lands on starts to swim',
        caution: CAUTIONS.fume,
      },
    ),
    step(
      `${id}/lay`,
      'Lay it along its way as drawn',
      'flat on the board, clear of edge, screws and the shell',
      {
        tools: ['tweezers'],
        wrong: [turn('it stands up in a bow', 'press it flat with a pick; a drop of mask holds it')],
        stop: null,
      },
    ),
    step(`${id}/pin`, `Trim it and touch it to ${row.pin.label}`, 'pin and wire in one small fillet', {
      tools: ['tweezers', 'fine-tip', 'cutter', 'flux'],
      with: 'fine tip, leaded solder 0.3 mm',
      heat: 'joint',
      seconds: 2,
      wrong: [turn('it bridges to the next pin', 'clean fluxed tip drawn away from the row')],
      caution: CAUTIONS.fume,
    }),
    step(
      `${id}/ring`,
      `Ring from the pin to ${to}, and prod the wire while you do`,
      'it beeps all the while, and the neighbours stay silent',
      {
        photo: true,
        wrong: [
          turn('it cuts out at a prod', 'that end is cold', `${id}/tin`),
          turn('a neighbour beeps', 'look for a hair between the two', `${id}/pin`),
        ],
      },
    ),
  ];
}

/** A pad made of foil, or one that hangs bedded again. */
export function foilSteps(id: string, bed: boolean): readonly ProcedureStep[] {
  const wait = { what: 'epoxy', minutes: 60 };
  if (bed)
    return [
      step(`${id}/clean`, 'Alcohol beneath the pad, let it dry', 'no flux left under it', {
        tools: ['alcohol'],
        wrong: [turn('its track creases', 'leave it as it lies: bed it as it is')],
      }),
      step(
        `${id}/glue`,
        'A thin film of epoxy under the pad, press it flat with a pick',
        'flat and level with its neighbours, no glue on top',
        {
          tools: ['epoxy', 'tweezers'],
          wrong: [turn('glue on the pad’s face', 'wipe with alcohol before it sets')],
          caution: CAUTIONS.epoxy,
          wait,
        },
      ),
      step(`${id}/tin`, 'When it has set: tin it thinly', 'bright, and the pad stays down', {
        tools: ['fine-tip', 'flux', 'leaded-solder'],
        with: 'fine tip, little solder',
        heat: 'joint',
        seconds: 1,
        wrong: [turn('it swims', 'too hot or not set: let it cool, wait longer', `${id}/glue`)],
        stop: 'the epoxy browns',
      }),
    ];
  return [
    SCRAPE(id, 'the end of its track'),
    TIN(id, 'the bare track'),
    step(
      `${id}/strip`,
      'Cut a strip of foil as wide as the pad, longer than needed, and tin one end',
      'flat, no burr',
      {
        tools: ['foil', 'knife', 'fine-tip'],
        with: 'fine tip, little solder',
        heat: 'joint',
        seconds: 2,
        wrong: [turn('it curls', 'roll it flat with the handle of the tweezers')],
        caution: CAUTIONS.blade,
      },
    ),
    step(`${id}/joint`, 'Solder it on to the track with 1 to 2 mm of overlap', 'it holds at a prod', {
      tools: ['tweezers', 'fine-tip', 'flux'],
      with: 'fine tip',
      heat: 'joint',
      seconds: 2,
      wrong: [turn('it comes off', 'tin both again', `${id}/tin`)],
    }),
    step(`${id}/trim`, 'Only now cut it to the pad’s length', 'it ends where the pad ended', {
      tools: ['knife'],
      wrong: [turn('cut too short', 'a new strip', `${id}/strip`)],
      caution: CAUTIONS.blade,
    }),
    step(
      `${id}/glue`,
      'Lift it, a thin film of epoxy beneath, press flat',
      'flat and level with its neighbours',
      {
        tools: ['epoxy', 'tweezers'],
        wrong: [turn('it stands off', 'press again before it sets: a pin finds no flat there')],
        caution: CAUTIONS.epoxy,
        wait,
      },
    ),
    step(`${id}/finish`, 'When it has set: burnish, tin, flatten', 'bright and flat', {
      tools: ['fine-tip', 'flux', 'leaded-solder'],
      with: 'fine tip, little heat: epoxy softens',
      heat: 'joint',
      seconds: 1,
      wrong: [turn('it swims', 'let it cool; wait longer', `${id}/glue`)],
      stop: 'the epoxy browns',
    }),
  ];
}

import type { ProcedureStep } from './step';
import { CAUTIONS, step, turn } from './step';

/** A part behind the port replaced, by air or by iron, or left off for a test. */
export function partSteps(option: string): readonly ProcedureStep[] {
  const air = option !== 'iron';
  const off: readonly ProcedureStep[] = [
    step(
      'part/read',
      'Read its marking and which way round it sits; photo',
      'marking, package and pin 1 are kept',
      {
        tools: ['microscope'],
        photo: true,
        wrong: [turn('nothing is printed on it', 'measure it; ask the same board or its maker’s drawing')],
      },
    ),
    step('part/shield', 'Shield its neighbours', 'foil or tape on all that must not swim', {
      tools: ['tape'],
      caution: CAUTIONS.air,
      wrong: [turn('no room for tape', 'a smaller nozzle, and less air')],
    }),
    step(
      'part/off',
      air
        ? 'Flux, air round it, lift when it floats'
        : 'Flux, solder over one side, then the other, until it slides',
      'it comes without any pull',
      {
        tools: air ? ['hot-air', 'flux', 'tweezers'] : ['chisel-tip', 'flux', 'leaded-solder', 'tweezers'],
        with: air ? null : 'wide tip, leaded solder',
        heat: 'part',
        seconds: 12,
        wrong: [turn('one corner holds', 'not molten there: go on heating', 'part/off')],
        stop: 'it needs force',
        caution: CAUTIONS.fume,
      },
    ),
    step('part/short', 'Measure the supply to ground again', 'the short is gone with the part', {
      wrong: [turn('the short is still there', 'it was not this one: back to the hunt under Trace')],
    }),
  ];
  if (option === 'off') return off;
  return [
    ...off,
    step('part/level', 'Level the pads with braid, flux', 'flat, all alike', {
      tools: ['braid', 'flux'],
      with: 'wide tip on braid',
      heat: 'joint',
      seconds: 3,
      wrong: [turn('a pad lifts', 'stop, give it its state under Look over')],
      stop: 'a pad moves',
    }),
    step(
      'part/tack',
      'Lay the new one, dot to pin 1, tack one corner',
      'square on its pads, the dot where it was',
      {
        tools: ['tweezers', 'fine-tip', 'leaded-solder'],
        with: 'fine tip',
        heat: 'joint',
        seconds: 2,
        wrong: [turn('turned the wrong way', 'melt it, turn it; the photo tells')],
      },
    ),
    step(
      'part/solder',
      air ? 'Air until it settles, or the other legs by iron' : 'The other legs one by one',
      'every leg flat with a fillet',
      {
        tools: air ? ['hot-air', 'flux'] : ['fine-tip', 'leaded-solder', 'flux'],
        with: air ? null : 'fine tip, leaded solder 0.3 mm',
        heat: 'part',
        seconds: 10,
        wrong: [turn('a bent leg stands off', 'press it down hot')],
        caution: CAUTIONS.fume,
      },
    ),
    step(
      'part/ring',
      'Ring each leg to its pad, neighbours apart, and the short again',
      'each leg rings, no two neighbours, no short',
      {
        wrong: [turn('two legs ring', 'flux and a clean tip between them', 'part/solder')],
        stop: 'the short is back: no power',
      },
    ),
  ];
}

/** A cell replaced, without any heat on it. */
export function cellSteps(option: string): readonly ProcedureStep[] {
  const caution =
    'A cell burns when it is pierced, bent, shorted or heated: wood or plastic tools, nothing sharp, no iron and no air near it. Swollen, wet or hot: stop, outdoors, to a collection point.';
  return [
    step(
      'cell/look',
      'Look at it: flat, dry, cool; photo of its wires',
      'flat, dry and cool, its wires and their colours to be seen',
      {
        photo: true,
        caution,
        wrong: [
          turn('it is swollen, wet or warm', 'do not touch it further: outdoors, to a collection point'),
        ],
        stop: 'it is swollen, wet or warm',
      },
    ),
    option === 'cell-wires'
      ? step(
          'cell/off',
          'Unsolder its wires at the board, negative first, one at a time, each tip taped at once',
          'two taped wires, the cell untouched by heat',
          {
            tools: ['fine-tip', 'tape'],
            with: 'fine tip, at the board’s pads only',
            heat: 'joint',
            seconds: 2,
            wrong: [
              turn('both wires are bare at once', 'tape one before anything else: they must never touch'),
            ],
            stop: 'the pad is on the cell itself: it is not soldered to',
          },
        )
      : step('cell/off', 'Pull its plug by the plug’s body', 'the plug is off, no wire pulled', {
          wrong: [turn('it does not come', 'a wooden pick at both sides; never by its wires')],
        }),
    step('cell/out', 'Loosen it from its glue with thread or a plastic card', 'it comes out flat, not bent', {
      wrong: [turn('it bends', 'stop: a drop of alcohol at the edge, wait, thread again')],
      stop: 'it bends or creaks',
    }),
    step(
      'cell/same',
      'Compare the new one: kind, volts, size, protection, which wire is plus',
      'all agree, plus by the meter and not by colour',
      {
        wrong: [
          turn(
            'plus sits on the other side of its plug',
            'do not plug it in: another cell, or a licensed shop changes the plug',
          ),
        ],
        stop: 'kind or volts differ',
      },
    ),
    step(
      'cell/in',
      option === 'cell-wires' ? 'Solder plus, tape it, then minus' : 'Plug it in',
      'the volts at the board have the right sign',
      {
        tools: option === 'cell-wires' ? ['fine-tip', 'leaded-solder', 'tape'] : [],
        with: option === 'cell-wires' ? 'fine tip, at the board’s pads only' : null,
        heat: option === 'cell-wires' ? 'joint' : null,
        seconds: option === 'cell-wires' ? 2 : null,
        wrong: [turn('it gets warm', 'off again at once, outdoors')],
        stop: 'anything gets warm',
      },
    ),
  ];
}

/** One wire of a cord into a socket. */
export const cordSteps = (longer: boolean): readonly ProcedureStep[] => [
  step(
    'cord/strip',
    longer ? 'Cut a longer wire of the same thickness, strip 3 mm' : 'Strip 3 mm',
    'all strands there, none cut',
    {
      tools: ['knife'],
      wrong: [turn('strands are enamelled', 'flame or a hot tip with solder on it takes the enamel off')],
      caution: CAUTIONS.blade,
    },
  ),
  step('cord/tin', 'Tin the wire and the socket’s contact', 'a bright coat on both', {
    tools: ['fine-tip', 'leaded-solder', 'flux'],
    with: 'fine tip, leaded solder',
    heat: 'joint',
    seconds: 3,
    wrong: [turn('it does not wet', 'enamel or dirt: clean again', 'cord/strip')],
    caution: CAUTIONS.lead,
  }),
  step('cord/join', 'Lay them together, touch, hold still two seconds', 'smooth, and it holds at a tug', {
    tools: ['fine-tip', 'tweezers'],
    with: 'what is there is enough',
    heat: 'joint',
    seconds: 3,
    wrong: [turn('a tug frees it', 'tin again', 'cord/tin')],
  }),
  step(
    'cord/ring',
    'Ring from the socket’s contact to where the wire ends',
    'that one rings, no other does',
    {
      wrong: [
        turn('another one rings', 'a colour was a hint only: ring all, then change them over', 'cord/tin'),
      ],
    },
  ),
];

/** Acts that are one or two steps, by the id of their item and the way chosen. */
export function plainSteps(id: string, option: string): readonly ProcedureStep[] {
  switch (id) {
    case 'relief':
    case 'held':
      return [
        step(
          `${id}/after`,
          'Only after it is proved: set it where the case wants it',
          'a plug goes in and out and nothing moves inside',
          {
            wrong: [turn('it sits askew', 'shift it now: glue forgives nothing')],
          },
        ),
        step(
          `${id}/glue`,
          option === 'epoxy' ? 'Epoxy where it enters the case' : 'Hot glue where it enters the case',
          'all round, none in the opening',
          {
            tools: option === 'epoxy' ? ['epoxy'] : ['glue-gun'],
            wrong: [turn('glue in the opening', 'let it set, pick it out; never force a plug into it')],
            caution: option === 'epoxy' ? CAUTIONS.epoxy : 'Hot glue sticks to skin and burns.',
            wait: option === 'epoxy' ? { what: 'epoxy', minutes: 60 } : { what: 'hot glue', minutes: 5 },
          },
        ),
        step(`${id}/pull`, 'Pull at the plug as its owner will', 'the case takes the pull, no joint moves', {
          wrong: [turn('a wire tightens', 'more slack inside, glue further in', `${id}/glue`)],
        }),
      ];
    case 'unplug':
      return [
        step(
          'unplug/photo',
          'Photo of the old board in its place, every plug to be seen',
          'which way round each plug sits can be told',
          { photo: true, wrong: [turn('a plug is hidden', 'a second photo from the side')] },
        ),
        step('unplug/pull', 'Unplug by the plug’s body, rocking it a little', 'it comes without a jerk', {
          tools: ['tweezers'],
          wrong: [turn('it does not come', 'look for a latch or a drop of glue: warm it, do not tear')],
          stop: 'a wire slides out of its plug',
        }),
        step('unplug/out', 'Undo what holds it, lift it out', 'screws in the tray by their place', {
          wrong: [turn('it hangs on one side', 'a screw under a label or a clip')],
        }),
      ];
    case 'swap':
      return [
        step(
          'swap/compare',
          'Lay both boards side by side: same plug, same order of wires, same holes',
          'every mark beside the plug agrees',
          {
            tools: ['microscope'],
            wrong: [
              turn(
                'the wires are in another order',
                'not this board: ring both before anything is plugged in',
              ),
            ],
            stop: 'VBUS and ground are exchanged',
          },
        ),
        step('swap/in', 'Set it in, plug it, nothing pinched', 'flat in its place, wires free', {
          wrong: [turn('it rocks', 'a rib or a drop of old glue: take it off')],
        }),
      ];
    case 'hole':
      return [
        step('hole/try', 'Close the half and try the plug', 'it goes in to its shoulder', {
          wrong: [turn('it strikes the wall', 'mark where, file there', 'hole/file')],
        }),
        step('hole/file', 'File a little where it strikes, try again', 'an even gap all round', {
          tools: ['file'],
          wrong: [turn('filed too far', 'a filler of epoxy, or a collar')],
          caution: 'Filings out before it closes: brush, no air towards the board.',
        }),
      ];
    case 'contact':
      return option === 'clamp'
        ? [
            step(
              'contact/straight',
              'Set the plug straight and clamp it so that it cannot move',
              'it shows up when it is plugged in',
              {
                wrong: [turn('it cuts out', 'wires instead: another option, one key away')],
                stop: 'it gets warm',
              },
            ),
            step('contact/copy', 'Copy at once, verify, then stop', 'the hashes of both agree', {
              wrong: [
                turn(
                  'it drops out half way',
                  'go on with what is missing; do not start again from the front',
                  'contact/straight',
                ),
              ],
              stop: 'read errors grow: copy what matters most first',
            }),
          ]
        : [
            step(
              'contact/cable',
              'Cut a cable, strip its four wires, ring each to its plug',
              'each colour is told by ringing',
              {
                tools: ['knife'],
                wrong: [turn('a colour lies', 'write down what rings')],
                caution: CAUTIONS.blade,
              },
            ),
            step(
              'contact/solder',
              'Solder GND, D−, D+, VBUS in that order and tape the cable down',
              'nothing moves when the cable is moved',
              {
                tools: ['fine-tip', 'leaded-solder', 'flux', 'tape'],
                with: 'fine tip, leaded solder 0.3 mm',
                heat: 'joint',
                seconds: 3,
                wrong: [turn('a pad swims', 'wire to the part behind it instead')],
                caution: CAUTIONS.fume,
              },
            ),
            step('contact/ring', 'Ring: no two neighbours, VBUS to GND not short', 'nothing rings', {
              wrong: [turn('VBUS rings to GND', 'no plug: find the bridge', 'contact/solder')],
              stop: 'VBUS is short to ground',
            }),
            step('contact/copy', 'Copy at once, verify, then stop', 'the hashes of both agree', {
              wrong: [turn('it drops out half way', 'go on with what is missing', 'contact/ring')],
              stop: 'read errors grow: copy what matters most first',
            }),
          ];
    case 'ring':
      return [
        step('ring/joints', 'Ring each pin to its landing', 'each one beeps', {
          wrong: [turn('one is silent', 'that joint again: choose it in the list')],
        }),
        step('ring/apart', 'Ring every pin to its neighbours, and VBUS to GND', 'none beeps', {
          wrong: [turn('two beep', 'a hair between them: flux and a clean tip')],
          stop: 'VBUS is short to ground: no power',
        }),
      ];
    case 'mask':
      return [
        step(
          'mask/cover',
          'A thin coat of mask over joints and along the wires; optics and switches covered',
          'nothing bare but the pins',
          {
            tools: ['uv-mask', 'tape'],
            wrong: [turn('it runs into the port', 'wipe it out with alcohol at once')],
          },
        ),
        step('mask/light', 'Lamp on it', 'it does not shine wet any more', {
          tools: ['uv-lamp'],
          seconds: 600,
          wrong: [turn('thick spots stay soft', 'ten minutes more, in thinner coats')],
          caution: CAUTIONS.uv,
          wait: { what: 'mask under the lamp', minutes: 10 },
        }),
        step('mask/prod', 'Prod it with a wooden pick', 'hard all through', {
          wrong: [turn('it dents', 'lamp again', 'mask/light')],
        }),
      ];
    default:
      return [
        step(`${id}/rest`, 'Look into the distance, stretch your hands', 'five minutes are over', {
          seconds: 300,
          wrong: [],
        }),
      ];
  }
}

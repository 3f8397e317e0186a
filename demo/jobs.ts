import type { Fasteners, Intake, JobView, OpeningStep, RebuildRecord, Teardown, Wait } from '@zebbit/core';
import {
  beginWait,
  EMPTY_BOARD,
  EMPTY_CLOSING,
  EMPTY_INTAKE,
  EMPTY_MATCH,
  EMPTY_REBUILD,
  EMPTY_TEARDOWN,
  EMPTY_WAITS,
  finalChecks,
  FRESH_CHOICE,
  lineKey,
  USUAL_WAITS,
  usualStep,
} from '@zebbit/core';
import { boardOf, truthOf } from './board-of';
import type { DemoClient } from './client';
import { HANDSET_BOTTOM, HANDSET_TOP } from './scenes/handset';
import { SPEAKER_TOP } from './scenes/speaker';
import { STICK_TOP } from './scenes/stick';

/** Everything here is invented, for the demo only. */

/** A step after the one before it, its usual marks, and what is said of it. */
function step(
  id: string,
  kind: OpeningStep['kind'],
  place: string,
  note: string,
  more: Partial<OpeningStep> = {},
): OpeningStep {
  const n = Number(id.replace('step', ''));
  return {
    id,
    kind,
    place,
    note,
    photoId: null,
    frees: '',
    after: n > 1 ? [`step${n - 1}`] : [],
    ...usualStep(kind),
    ...more,
  };
}

function screws(
  count: number,
  lengthMm: number,
  thread: Fasteners['thread'],
  compartment: string,
  drive: Fasteners['drive'] = 'cross',
): Partial<OpeningStep> {
  return { fasteners: { count, missing: 0, drive, lengthMm, thread, colour: '', compartment } };
}

/** A wait that began so many minutes before. */
function waitOf(usual: string, id: string, startedAt: string, more: Partial<Wait> = {}): Wait {
  const wait = USUAL_WAITS.find((w) => w.key === usual);
  if (!wait) throw new Error(`no usual wait ${usual}`);
  return { ...beginWait(wait, { id, startedAt }), ...more };
}
const minutesBefore = (now: Date, minutes: number): string =>
  new Date(now.getTime() - minutes * 60_000).toISOString();

const daysBefore = (now: Date, days: number): string =>
  new Date(now.getTime() - days * 86_400_000).toISOString();

/** Built as proposed: the first so many repairs that are not to leave, or with `null` all of the plan. */
function asBuilt({ plans, items, order }: JobView, count: number | null = null): RebuildRecord {
  const work = plans.filter((p) => p.repair.kind !== 'leave');
  return {
    ...EMPTY_REBUILD,
    itemsDone: count === null ? items.map((i) => i.id) : [],
    stepsDone:
      count === null
        ? order.filter((l) => l.kind !== 'pin' && l.kind !== 'item').map((l) => lineKey(l.id))
        : [],
    choices: work
      .slice(0, count ?? work.length)
      .map((p) => ({ ...FRESH_CHOICE, pinId: p.row.pin.id, built: true })),
  };
}

/** Audio guide 14: type C torn off with four pads; complete to the hand-back page. */
export async function audioGuide(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Audio guide 14');
  const top = await client.photo(id, 'handset-top.jpg', 'board', 'board, top, as it came in');
  const bottom = await client.photo(id, 'handset-bottom.jpg', 'board', 'board, bottom');
  const back = await client.photo(id, 'handset-back.jpg', 'step', 'step 1: feet off, screws out');
  const inside = await client.photo(id, 'handset-inside.jpg', 'step', 'step 4: what lies where');
  const intake: Intake = {
    ...EMPTY_INTAKE,
    name: 'Audio guide 14',
    make: 'Tollgate',
    model: 'AG-3',
    owner: 'Skerry Point lighthouse museum',
    happened: ['yanked'],
    happenedNote:
      'Left charging on the counter; a visitor’s bag caught the cable. The port came off with the cable.',
    symptoms: ['dead', 'port-missing'],
    traits: ['lithium-cell'],
    kinds: ['torn'],
    kindsConfirmed: true,
    body: 'case',
    does: ['charge', 'data', 'sound', 'buttons'],
    deviceCurrentA: 0.5,
    cameWith: ['the torn port, legs bent', 'its cable'],
    missing: ['one long screw by the hinge'],
    worth: { ...EMPTY_INTAKE.worth, hours: 3.5, replacement: 85 },
    triage: [{ checkId: 'flex', outcome: 'moves', value: null }],
  };
  await client.save(id, 'intake', intake);
  const teardown: Teardown = {
    battery: 'out',
    batteryNote: 'red on B+, black on B−, both unsoldered, negative first, tips taped',
    cellAh: 1.2,
    opened: true,
    openedAt: daysBefore(now, 9),
    testNeeds: ['port', 'battery', 'speaker', 'button'],
    spared: [],
    closingFirst: [],
    steps: [
      step('step1', 'hidden-screws', 'under the two lower feet', 'feet kept stuck to the tray lid', {
        ...screws(2, 6, 'coarse', 'A1'),
        photoId: back.id,
      }),
      step('step2', 'screws', 'by the hinge', 'one was missing already', {
        ...screws(1, 8, 'coarse', 'A2'),
        after: [],
      }),
      step('step3', 'clips', 'round the edge, start at the strap', 'five clips, nail only', {
        after: ['step1', 'step2'],
        frees: 'back half',
      }),
      step('step4', 'cable', 'speaker, two pins', 'white plug, notch up', {
        photoId: inside.id,
        connects: ['speaker'],
      }),
      step('step5', 'battery', 'pouch beside the board', 'black wire first', {
        after: ['step3'],
        wires: [
          { colour: 'red', pad: 'B+', photoId: null },
          { colour: 'black', pad: 'B−', photoId: null },
        ],
        photoId: inside.id,
      }),
      step('step6', 'screws', 'board', 'the fine ones', {
        ...screws(3, 5.5, 'fine', 'A3'),
        after: ['step4', 'step5'],
        frees: 'board',
      }),
      step('step7', 'lift-off', 'button light guide', 'drops out by itself', {
        connects: ['button', 'light'],
      }),
    ],
  };
  await client.save(id, 'teardown', teardown);
  const board = boardOf([
    [HANDSET_TOP, top],
    [HANDSET_BOTTOM, bottom],
  ]);
  await client.save(id, 'board', board);
  await client.probe(id, truthOf(board, [HANDSET_TOP, HANDSET_BOTTOM]));
  await client.save(id, 'match', {
    ...EMPTY_MATCH,
    part: 'type C, 16 contacts, four through legs',
    source: 'drawer, bag 3',
    agreed: ['family', 'pins', 'pitch', 'row', 'legs-apart', 'legs', 'opening'],
  });
  const built = await client.view(id);
  await client.save(id, 'rebuild', asBuilt(built));
  await client.prove(id, { volts: 5.06, amps: 0.46 });
  await client.photo(id, 'handset-finished.jpg', 'after', 'new port on, three jumpers under mask');
  const { sheet } = await client.view(id);
  await client.save(id, 'closing', {
    ...EMPTY_CLOSING,
    stepsDone: teardown.steps.map((s) => s.id),
    fastenersBack: teardown.steps.flatMap((s) =>
      s.fasteners ? [{ stepId: s.id, count: s.fasteners.count }] : [],
    ),
    finalDone: finalChecks(sheet, true, intake.does).map((c) => c.key),
    wrong: 'Charging port torn off, and four pads with it; one leg’s hole had lost its wall.',
    done: 'New port fitted, legs flooded on both faces. Three wires replace the torn tracks, one pad rebuilt in foil. Fixed under UV mask.',
    parts: 'type C port 0.60, enamelled wire, foil, mask',
    watch: 'Charge on the shelf, not on the counter.',
    minutes: 205,
    faultSite: 'pads',
    handedBack: true,
    handedBackAt: daysBefore(now, 4),
  });
  await client.keepCard(
    id,
    'Start at the strap: the clips by the hinge are brittle. D3: land on the right leg, the left one is the dock.',
  );
}

/** Audio guide 9: the same handset, broken the same way, looked over and not yet traced; the stand-in meter knows its board. */
export async function secondGuide(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Audio guide 9');
  const top = await client.photo(id, 'handset-top.jpg', 'board', 'board, top');
  const bottom = await client.photo(id, 'handset-bottom.jpg', 'board', 'board, bottom');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Audio guide 9',
    make: 'Tollgate',
    model: 'AG-3',
    owner: 'Skerry Point lighthouse museum',
    happened: ['yanked'],
    symptoms: ['dead', 'port-missing'],
    traits: ['lithium-cell'],
    kinds: ['torn'],
    kindsConfirmed: true,
    body: 'case',
    does: ['charge', 'data', 'sound', 'buttons'],
    deviceCurrentA: 0.5,
    triage: [{ checkId: 'flex', outcome: 'moves', value: null }],
  });
  await client.save(id, 'teardown', {
    battery: 'out',
    batteryNote: 'red on B+, black on B−, tips taped',
    cellAh: 1.2,
    opened: true,
    openedAt: daysBefore(now, 1),
    testNeeds: ['port', 'battery'],
    spared: [],
    closingFirst: [],
    steps: [
      step('step1', 'hidden-screws', 'under the two lower feet', '', screws(2, 6, 'coarse', 'B1')),
      step('step2', 'clips', 'round the edge, start at the strap', 'as on number 14', { frees: 'back half' }),
      step('step3', 'battery', 'pouch beside the board', 'black wire first'),
    ],
  });
  const board = boardOf([
    [HANDSET_TOP, top],
    [HANDSET_BOTTOM, bottom],
  ]);
  await client.save(id, 'board', board);
  await client.hide(id, truthOf(board, [HANDSET_TOP, HANDSET_BOTTOM]));
}

/** Foghorn pillow speaker: half-way, at the rebuilding. */
export async function pillowSpeaker(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Foghorn pillow speaker');
  const top = await client.photo(id, 'speaker-top.jpg', 'board', 'board, top');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Foghorn pillow speaker',
    make: 'Fernhill',
    model: 'PS-1',
    owner: 'the night-watch room',
    happened: ['carried-plugged'],
    happenedNote: 'Carried about with the cable in; charges only when the plug is pushed up.',
    symptoms: ['works-at-an-angle', 'port-loose'],
    traits: ['lithium-cell'],
    kinds: ['reflow', 'crack'],
    kindsConfirmed: true,
    body: 'case',
    does: ['charge', 'sound', 'buttons'],
    drawNotKnown: true,
    cameWith: ['its cable'],
  });
  await client.save(id, 'teardown', {
    battery: 'out',
    batteryNote: 'two-pin plug, red to the edge',
    cellAh: 0.8,
    opened: true,
    openedAt: daysBefore(now, 31),
    testNeeds: ['port', 'battery'],
    spared: [],
    closingFirst: [],
    steps: [
      step('step1', 'glue', 'fabric ring', 'warm two minutes, lift from the seam'),
      step('step2', 'screws', 'grille', '', screws(4, 10, 'coarse', 'B1', 'star')),
      step('step3', 'gasket', 'round the driver', 'grey putty, goes back airtight', { frees: 'driver' }),
      step('step4', 'battery', 'two-pin plug', 'red to the edge'),
    ],
  });
  const board = boardOf([[SPEAKER_TOP, top]]);
  await client.save(id, 'board', board);
  await client.probe(id, truthOf(board, [SPEAKER_TOP]));
  await client.save(id, 'rebuild', asBuilt(await client.view(id), 2));
  await client.save(id, 'waits', {
    ...EMPTY_WAITS,
    waits: [waitOf('mask', 'w1', minutesBefore(now, 4), { what: 'UV mask on D+' })],
  });
}

/** Oral-history memory stick: half-way through looking over and tracing. */
export async function memoryStick(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Oral-history stick');
  const top = await client.photo(id, 'stick-top.jpg', 'board', 'board, top');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Oral-history stick',
    make: 'Oriel',
    model: '16 G',
    owner: 'the archive',
    happened: ['dropped'],
    happenedNote: 'Knocked sideways in the laptop. Keepers’ voices from forty years ago; no copy.',
    symptoms: ['dead', 'port-loose'],
    traits: [],
    kinds: ['copy-only'],
    kindsConfirmed: true,
    body: 'case',
    does: ['data'],
    deviceCurrentA: 0.2,
    worth: { ...EMPTY_INTAKE.worth, meaning: 'data', replacement: 12 },
    triage: [{ checkId: 'flex', outcome: 'moves', value: null }],
  });
  await client.save(id, 'teardown', {
    battery: 'none',
    batteryNote: '',
    cellAh: null,
    opened: true,
    openedAt: daysBefore(now, 2),
    testNeeds: ['port'],
    spared: [],
    closingFirst: [],
    steps: [step('step1', 'clips', 'shell, along the seam', 'thumbnail')],
  });
  const board = boardOf([[STICK_TOP, top]]);
  await client.save(id, 'board', board);
  await client.probe(id, truthOf(board, [STICK_TOP]), 3);
}

/** Cliff-path lamp: just taken in; its input looks shorted, so nothing is powered. */
export async function cliffLamp(client: DemoClient): Promise<void> {
  const { id } = await client.newJob('Cliff-path lamp');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Cliff-path lamp',
    make: 'Tollgate',
    model: 'CL-2',
    owner: 'the path wardens',
    happened: ['dropped'],
    happenedNote:
      'Fell off the charger with the cable in. Since then the charger clicks and the lamp stays dark.',
    symptoms: ['dead', 'pulls-charger-down'],
    traits: ['lithium-cell', 'lamp'],
    body: 'case',
    does: ['charge', 'light'],
    deviceCurrentA: 1,
    cameWith: ['its charger'],
    triage: [{ checkId: 'flex', outcome: 'firm', value: null }],
  });
  await client.save(id, 'board', { ...EMPTY_BOARD, family: 'micro-b' });
}

/** Slide clicker: a worn upright Mini-B that no longer grips; a plain swap, just opened. */
export async function slideClicker(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Slide clicker');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Slide clicker',
    make: 'Fernhill',
    model: 'SC-4',
    owner: 'the lecture room',
    happened: ['worn'],
    happenedNote: 'The plug drops out by itself.',
    symptoms: ['works-at-an-angle'],
    traits: ['lithium-cell', 'laser'],
    answeredStops: ['laser'],
    kinds: ['new-port'],
    body: 'case',
    does: ['charge', 'buttons', 'radio'],
    deviceCurrentA: 0.1,
    triage: [
      { checkId: 'flex', outcome: 'firm', value: null },
      { checkId: 'other-cable', outcome: 'same', value: null },
      { checkId: 'scar', outcome: 'bent', value: null },
    ],
  });
  await client.save(id, 'board', { ...EMPTY_BOARD, family: 'mini-b' });
  await client.save(id, 'teardown', {
    ...EMPTY_TEARDOWN,
    battery: 'out',
    batteryNote: 'two-pin plug, red to the edge',
    cellAh: 0.8,
    opened: true,
    openedAt: daysBefore(now, 3),
    steps: [
      step('step1', 'screws', 'under the label', 'label kept', screws(2, 5, 'coarse', 'C1')),
      step('step2', 'cable', 'battery, two pins', 'red to the edge'),
    ],
  });
}

/** Listening-post headphones: their fixed cord is to become a socket; wires noted, two of three rung. */
export async function headphones(client: DemoClient): Promise<void> {
  const { id } = await client.newJob('Listening-post headphones');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Listening-post headphones',
    make: 'Oriel',
    model: 'LH-2',
    owner: 'the listening post',
    happened: ['worn'],
    happenedNote: 'Cord chafed through where it leaves the cup, for the third time.',
    symptoms: [],
    kinds: ['cord'],
    kindsConfirmed: true,
    body: 'cord',
    does: ['sound'],
  });
  await client.save(id, 'board', {
    ...EMPTY_BOARD,
    family: 'other',
    cord: [
      {
        id: 'wire1',
        colour: 'green',
        pad: 'left cup, upper tab',
        function: 'LEFT',
        rung: true,
        photoId: null,
      },
      {
        id: 'wire2',
        colour: 'red',
        pad: 'left cup, to the band',
        function: 'RIGHT',
        rung: true,
        photoId: null,
      },
      { id: 'wire3', colour: 'copper', pad: 'both lower tabs', function: 'GND', rung: false, photoId: null },
    ],
  });
  await client.save(id, 'teardown', { ...EMPTY_TEARDOWN, battery: 'none', testNeeds: ['speaker'] });
}

/** Tide-clock display: its whole port board is to be bought, and waits for the post. */
export async function tideClock(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Tide-clock display');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Tide-clock display',
    make: 'Tollgate',
    model: 'TD-1',
    owner: 'the harbour window',
    happened: ['yanked', 'tried-before'],
    happenedNote: 'Lead caught in the shutter. Somebody glued the port back.',
    symptoms: ['dead', 'port-loose'],
    kinds: ['ready-made'],
    kindsConfirmed: true,
    body: 'case',
    does: ['screen'],
    drawNotKnown: true,
    triage: [{ checkId: 'flex', outcome: 'moves', value: null }],
  });
  await client.save(id, 'board', { ...EMPTY_BOARD, family: 'type-c-6' });
  await client.save(id, 'teardown', {
    ...EMPTY_TEARDOWN,
    battery: 'none',
    opened: true,
    openedAt: daysBefore(now, 12),
    testNeeds: ['port', 'screen'],
    steps: [
      step('step1', 'screws', 'back plate', '', screws(4, 8, 'coarse', 'C2')),
      step('step2', 'latch', 'display ribbon', 'blue stripe up'),
      step('step3', 'cable', 'port board, four pins', ''),
    ],
  });
  await client.save(id, 'match', { ...EMPTY_MATCH, part: 'port board, four-pin plug', source: 'ordered' });
  await client.save(id, 'waits', {
    ...EMPTY_WAITS,
    waits: [
      waitOf('near', 'w1', daysBefore(now, 9), {
        what: 'port board, four-pin plug',
        toldAt: daysBefore(now, 4),
      }),
    ],
    promised: new Date(now.getTime() + 3 * 86_400_000).toISOString().slice(0, 10),
  });
}

/** Harbour-wall remote: its port came off whole with its joints, the pads are there; the same one goes back. */
export async function wallRemote(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Harbour-wall remote');
  const top = await client.photo(id, 'speaker-top.jpg', 'board', 'board, top, port off');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Harbour-wall remote',
    make: 'Fernhill',
    model: 'HR-1',
    owner: 'the harbour office',
    happened: ['came-off'],
    happenedNote: 'Came off with the plug, all in one piece; in a bag.',
    symptoms: ['dead', 'port-missing'],
    traits: ['lithium-cell'],
    kinds: ['same-port'],
    kindsConfirmed: true,
    body: 'case',
    does: ['charge', 'buttons', 'radio'],
    deviceCurrentA: 0.3,
    cameWith: ['the port, legs straight'],
  });
  await client.save(id, 'teardown', {
    ...EMPTY_TEARDOWN,
    battery: 'out',
    batteryNote: 'two-pin plug',
    cellAh: 0.5,
    opened: true,
    openedAt: daysBefore(now, 1),
    testNeeds: ['port', 'battery'],
    steps: [
      step('step1', 'screws', 'back', '', screws(2, 6, 'coarse', 'D1')),
      step('step2', 'cable', 'battery, two pins', 'red to the edge'),
    ],
  });
  const board = boardOf([[SPEAKER_TOP, top]]);
  await client.save(id, 'board', {
    ...board,
    rows: board.rows.map((r) => ({ ...r, pins: r.pins.map((p) => ({ ...p, state: 'sound' as const })) })),
    legs: board.legs.map((l) => ({ ...l, state: 'sound' as const })),
    lines: board.lines.map((l) => ({ ...l, scars: [] })),
  });
  await client.save(id, 'match', {
    ...EMPTY_MATCH,
    part: 'the old port',
    source: 'came along',
    agreed: ['old-shell', 'old-tongue', 'old-inside', 'old-legs'],
  });
}

/** Lens-room torch: a capacitor behind its port was short; found, and to be replaced. */
export async function lensTorch(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Lens-room torch');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Lens-room torch',
    make: 'Tollgate',
    model: 'LT-5',
    owner: 'the lens room',
    happened: ['wet'],
    happenedNote: 'Left in the rain; since then its charger shuts down.',
    symptoms: ['dead', 'pulls-charger-down'],
    traits: ['lithium-cell', 'lamp'],
    kinds: ['part-behind'],
    kindsConfirmed: true,
    body: 'case',
    does: ['charge', 'light'],
    deviceCurrentA: 0.8,
    triage: [{ checkId: 'flex', outcome: 'firm', value: null }],
  });
  await client.save(id, 'board', { ...EMPTY_BOARD, family: 'micro-b' });
  await client.save(id, 'teardown', {
    ...EMPTY_TEARDOWN,
    battery: 'out',
    batteryNote: 'tab cut loose, taped',
    cellAh: 2,
    opened: true,
    openedAt: daysBefore(now, 4),
    testNeeds: ['port', 'battery', 'light'],
    steps: [step('step1', 'clips', 'rim', 'thumbnail, from the switch')],
  });
  await client.save(id, 'rebuild', {
    ...EMPTY_REBUILD,
    part: { marking: '106, 1206', package: '3.2 by 1.6 mm', pins: 'either way round' },
  });
}

/** Audio guide 3: two legs and all pads but one are gone; a cord of its own, held by the case, instead of a port. */
export async function thirdGuide(client: DemoClient, now: Date): Promise<void> {
  const { id } = await client.newJob('Audio guide 3');
  const top = await client.photo(id, 'handset-top.jpg', 'board', 'board, top');
  const bottom = await client.photo(id, 'handset-bottom.jpg', 'board', 'board, bottom');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Audio guide 3',
    make: 'Tollgate',
    model: 'AG-3',
    owner: 'Skerry Point lighthouse museum',
    happened: ['yanked', 'tried-before'],
    happenedNote: 'Torn off twice. There is no copper left for a third port.',
    symptoms: ['dead', 'port-missing'],
    traits: ['lithium-cell'],
    kinds: ['breakout'],
    kindsConfirmed: true,
    body: 'case',
    does: ['charge', 'sound', 'buttons'],
    deviceCurrentA: 0.5,
  });
  await client.save(id, 'teardown', {
    ...EMPTY_TEARDOWN,
    battery: 'out',
    batteryNote: 'red on B+, black on B−, both unsoldered',
    cellAh: 1.5,
    opened: true,
    openedAt: daysBefore(now, 20),
    testNeeds: ['port', 'battery', 'speaker'],
    steps: [step('step1', 'hidden-screws', 'under the two lower feet', '', screws(2, 6, 'coarse', 'A1'))],
  });
  const board = boardOf([
    [HANDSET_TOP, top],
    [HANDSET_BOTTOM, bottom],
  ]);
  await client.save(id, 'board', board);
  await client.probe(id, truthOf(board, [HANDSET_TOP, HANDSET_BOTTOM]));
  await client.save(id, 'match', { ...EMPTY_MATCH, part: 'cut cable, four wires', source: 'box of cables' });
}

import type { Intake, OpeningStep, PinPlan, RebuildRecord, Teardown } from '@zebbit/core';
import { EMPTY_INTAKE, finalChecks } from '@zebbit/core';
import { boardOf, truthOf } from './board-of';
import type { DemoClient } from './client';
import { HANDSET_BOTTOM, HANDSET_TOP } from './scenes/handset';
import { SPEAKER_TOP } from './scenes/speaker';
import { STICK_TOP } from './scenes/stick';

/** Everything here is invented, for the demo only. */

const step = (
  id: string,
  kind: OpeningStep['kind'],
  place: string,
  note: string,
  fasteners: OpeningStep['fasteners'] = null,
): OpeningStep => ({ id, kind, place, note, fasteners, photoId: null });

/** Built as proposed: every repair that is not to leave. */
function asBuilt(plans: readonly PinPlan[], tailMm: number, count = plans.length): RebuildRecord {
  return {
    tailMm,
    choices: plans
      .filter((p) => p.repair.kind !== 'leave')
      .slice(0, count)
      .map((p) => ({
        pinId: p.row.pin.id,
        kind: null,
        landingId: null,
        wireMm: null,
        spanMm: null,
        built: true,
      })),
  };
}

/** Audio guide 14: type C torn off with four pads; complete to the hand-back page. */
export async function audioGuide(client: DemoClient): Promise<void> {
  const { id } = await client.newJob('Audio guide 14');
  const top = await client.photo(id, 'handset-top.jpg', 'board', 'board, top, as it came in');
  const bottom = await client.photo(id, 'handset-bottom.jpg', 'board', 'board, bottom');
  const intake: Intake = {
    ...EMPTY_INTAKE,
    name: 'Audio guide 14',
    make: 'Tollgate',
    model: 'AG-3',
    owner: 'Skerry Point lighthouse museum',
    happened: 'yanked',
    happenedNote:
      'Left charging on the counter; a visitor’s bag caught the cable. The port came off with the cable.',
    symptoms: ['dead', 'port-missing'],
    traits: ['lithium-cell'],
    deviceCurrentA: 0.5,
    cameWith: ['the torn port, legs bent', 'one screw short of four'],
  };
  await client.save(id, 'intake', intake);
  const teardown: Teardown = {
    battery: 'out',
    batteryNote: 'red on B+, black on B−, both unsoldered, negative first, tips taped',
    opened: true,
    steps: [
      step('step1', 'hidden-screws', 'under the two lower feet', 'feet kept stuck to the tray lid', {
        count: 2,
        drive: 'cross',
        lengthMm: 6,
        thread: 'coarse',
        compartment: 'A1',
      }),
      step('step2', 'screws', 'by the hinge', 'one was missing already', {
        count: 1,
        drive: 'cross',
        lengthMm: 8,
        thread: 'coarse',
        compartment: 'A2',
      }),
      step('step3', 'clips', 'round the edge, start at the strap', 'five clips, nail only'),
      step('step4', 'cable', 'speaker, two pins', 'white plug, notch up'),
      step('step5', 'battery', 'pouch beside the board', 'black wire first'),
      step('step6', 'screws', 'board', 'the fine ones', {
        count: 3,
        drive: 'cross',
        lengthMm: 4,
        thread: 'fine',
        compartment: 'A3',
      }),
      step('step7', 'lift-off', 'button light guide', 'drops out by itself'),
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
    part: 'type C, 16 contacts, four through legs',
    source: 'drawer, bag 3',
    agreed: ['family', 'pins', 'pitch', 'row', 'legs-apart', 'legs', 'opening'],
  });
  await client.save(id, 'rebuild', asBuilt((await client.view(id)).plans, 2));
  await client.prove(id, { volts: 5.06, amps: 0.46 });
  await client.photo(id, 'handset-finished.jpg', 'after', 'new port on, three jumpers under mask');
  const { sheet } = await client.view(id);
  await client.save(id, 'closing', {
    stepsDone: teardown.steps.map((s) => s.id),
    fastenersBack: teardown.steps.flatMap((s) =>
      s.fasteners ? [{ stepId: s.id, count: s.fasteners.count }] : [],
    ),
    finalDone: finalChecks(sheet, true).map((c) => c.key),
    wrong: 'Charging port torn off, and four pads with it; one leg’s hole had lost its wall.',
    done: 'New port fitted, legs flooded on both faces. Three wires replace the torn tracks, one pad rebuilt in foil. Fixed under UV mask.',
    parts: 'type C port 0.60, enamelled wire, foil, mask',
    watch: 'Charge on the shelf, not on the counter.',
    minutes: 205,
    handedBack: true,
  });
}

/** Foghorn pillow speaker: half-way, at the rebuilding. */
export async function pillowSpeaker(client: DemoClient): Promise<void> {
  const { id } = await client.newJob('Foghorn pillow speaker');
  const top = await client.photo(id, 'speaker-top.jpg', 'board', 'board, top');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Foghorn pillow speaker',
    make: 'Fernhill',
    model: 'PS-1',
    owner: 'the night-watch room',
    happened: 'carried-plugged',
    happenedNote: 'Carried about with the cable in; charges only when the plug is pushed up.',
    symptoms: ['works-at-an-angle', 'port-loose'],
    traits: ['lithium-cell'],
    cameWith: ['its cable'],
  });
  await client.save(id, 'teardown', {
    battery: 'out',
    batteryNote: 'two-pin plug, red to the edge',
    opened: true,
    steps: [
      step('step1', 'glue', 'fabric ring', 'warm two minutes, lift from the seam'),
      step('step2', 'screws', 'grille', '', {
        count: 4,
        drive: 'star',
        lengthMm: 10,
        thread: 'coarse',
        compartment: 'B1',
      }),
      step('step3', 'gasket', 'round the driver', 'grey putty, goes back airtight'),
      step('step4', 'battery', 'two-pin plug', 'red to the edge'),
    ],
  });
  const board = boardOf([[SPEAKER_TOP, top]]);
  await client.save(id, 'board', board);
  await client.probe(id, truthOf(board, [SPEAKER_TOP]));
  await client.save(id, 'match', {
    part: 'Micro-B, two surface legs',
    source: 'the old one, cleaned',
    agreed: ['family', 'pins', 'pitch'],
  });
  await client.save(id, 'rebuild', asBuilt((await client.view(id)).plans, 2, 2));
}

/** Oral-history memory stick: half-way through looking over and tracing. */
export async function memoryStick(client: DemoClient): Promise<void> {
  const { id } = await client.newJob('Oral-history stick');
  const top = await client.photo(id, 'stick-top.jpg', 'board', 'board, top');
  await client.save(id, 'intake', {
    ...EMPTY_INTAKE,
    name: 'Oral-history stick',
    make: 'Oriel',
    model: '16 G',
    owner: 'the archive',
    happened: 'dropped',
    happenedNote: 'Knocked sideways in the laptop. Keepers’ voices from forty years ago; no copy.',
    symptoms: ['dead', 'port-loose'],
    traits: [],
    deviceCurrentA: 0.2,
    cameWith: [],
  });
  await client.save(id, 'teardown', {
    battery: 'none',
    batteryNote: '',
    opened: true,
    steps: [step('step1', 'clips', 'shell, along the seam', 'thumbnail')],
  });
  const board = boardOf([[STICK_TOP, top]]);
  await client.save(id, 'board', board);
  await client.probe(id, truthOf(board, [STICK_TOP]), 3);
}

import { DemoClient } from './client';
import { loadDrawer, recordUses } from './drawer';
import {
  audioGuide,
  cliffLamp,
  headphones,
  lensTorch,
  memoryStick,
  pillowSpeaker,
  secondGuide,
  slideClicker,
  thirdGuide,
  tideClock,
  wallRemote,
} from './jobs';

/** node demo/dist/load.js http://127.0.0.1:4173 [PORT]: loads the demo's jobs into a running server, and their truths into the stand-in meter. */
const [, , base, meterPort] = process.argv;
if (base === undefined || !/^http:\/\/(127\.0\.0\.1|localhost|\[::1\]):\d+$/u.test(base)) {
  throw new Error('load wants the address of a server on this machine, as in http://127.0.0.1:4173');
}
const client = new DemoClient(base, meterPort === undefined ? null : Number(meterPort));
await loadDrawer(client);
await client.kit({
  tools: [
    'fine-tip',
    'chisel-tip',
    'hot-air',
    'pump',
    'braid',
    'leaded-solder',
    'flux',
    'alcohol',
    'knife',
    'tweezers',
    'microscope',
    'uv-mask',
    'uv-lamp',
    'epoxy',
    'foil',
    'cutter',
    'tape',
  ],
  wires: ['enamelled-0.05', 'enamelled-0.1', 'enamelled-0.2', 'solid-30awg'],
});
const now = new Date();
for (const load of [
  tideClock,
  headphones,
  lensTorch,
  thirdGuide,
  wallRemote,
  slideClicker,
  cliffLamp,
  memoryStick,
  pillowSpeaker,
  secondGuide,
  audioGuide,
])
  await load(client, now);
await recordUses(client);
for (const { id } of await client.jobs()) await client.weigh(id);

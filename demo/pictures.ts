import type { Finished } from './draw-board';
import type { Scene } from './scene';
import { HANDSET_BOTTOM, HANDSET_TOP } from './scenes/handset';
import { SPEAKER_TOP } from './scenes/speaker';
import { STICK_TOP } from './scenes/stick';

const HANDSET_FINISHED: Finished = {
  shell: { at: { x: 15.4, y: 2.4 }, size: [9.2, 7.6] },
  wires: [
    [
      { x: 17.6, y: 10.6 },
      { x: 16.6, y: 13.4 },
      { x: 13.4, y: 15 },
      { x: 12.35, y: 16.4 },
    ],
    [
      { x: 22.4, y: 10.6 },
      { x: 22.6, y: 12.8 },
      { x: 14.4, y: 14.2 },
      { x: 12.35, y: 16.4 },
    ],
    [
      { x: 19.75, y: 10.6 },
      { x: 19.6, y: 13 },
      { x: 18.1, y: 15.6 },
    ],
  ],
};

/** Every drawn picture of the demo, by file name. */
export const PICTURES: Readonly<
  Record<string, { readonly scene: Scene; readonly finished: Finished | null }>
> = {
  'handset-top.jpg': { scene: HANDSET_TOP, finished: null },
  'handset-bottom.jpg': { scene: HANDSET_BOTTOM, finished: null },
  'handset-finished.jpg': { scene: HANDSET_TOP, finished: HANDSET_FINISHED },
  'speaker-top.jpg': { scene: SPEAKER_TOP, finished: null },
  'stick-top.jpg': { scene: STICK_TOP, finished: null },
};

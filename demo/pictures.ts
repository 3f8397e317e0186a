import type { Finished } from './draw-board';
import { drawBoard } from './draw-board';
import { drawBack, drawInside } from './draw-case';
import type { Scene } from './scene';
import { HANDSET_BOTTOM, HANDSET_TOP } from './scenes/handset';
import { SPEAKER_TOP } from './scenes/speaker';
import { STICK_TOP } from './scenes/stick';

const HANDSET_FINISHED: Finished = {
  shell: { at: { x: 15.4, y: 2.4 }, size: [9.2, 7.6] },
  wires: [
    [
      { x: 22.4, y: 10.6 },
      { x: 23.4, y: 13.4 },
      { x: 26.6, y: 15 },
      { x: 27.65, y: 16.4 },
    ],
    [
      { x: 17.6, y: 10.6 },
      { x: 17.4, y: 12.8 },
      { x: 25.6, y: 14.2 },
      { x: 27.65, y: 16.4 },
    ],
    [
      { x: 20.25, y: 10.6 },
      { x: 20.4, y: 13 },
      { x: 21.9, y: 15.6 },
    ],
  ],
};

export interface Picture {
  readonly svg: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

function ofBoard(scene: Scene, finished: Finished | null = null): Picture {
  const [w, h] = scene.picture;
  return {
    svg: drawBoard(scene, finished),
    widthPx: Math.round(w * scene.pxPerMm),
    heightPx: Math.round(h * scene.pxPerMm),
  };
}

/** Every drawn picture of the demo, by file name. */
export const PICTURES: Readonly<Record<string, Picture>> = {
  'handset-top.jpg': ofBoard(HANDSET_TOP),
  'handset-bottom.jpg': ofBoard(HANDSET_BOTTOM),
  'handset-finished.jpg': ofBoard(HANDSET_TOP, HANDSET_FINISHED),
  'handset-back.jpg': { svg: drawBack(), widthPx: 90 * 12, heightPx: 68 * 12 },
  'handset-inside.jpg': { svg: drawInside(HANDSET_TOP), widthPx: 90 * 14, heightPx: 68 * 14 },
  'speaker-top.jpg': ofBoard(SPEAKER_TOP),
  'stick-top.jpg': ofBoard(STICK_TOP),
};

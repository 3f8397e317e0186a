import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { FootprintProposal, Projective } from '@zebbit/core';
import { project } from '@zebbit/core';
import sharp from 'sharp';

interface Place {
  readonly x: number;
  readonly y: number;
}
/** What of a truth is needed to draw over its picture. */
interface Drawn {
  readonly picture: string;
  readonly difficulty: string;
  readonly homography: { readonly rowMajor: readonly number[] };
  readonly suggestedBoxPx: readonly [number, number, number, number];
}

const SHEET_TILE = 480;

/** The piece of the picture round the box, with what was read laid over: whole lines there, dotted torn, grey not told. */
export async function drawTile(folder: string, truth: Drawn, found: FootprintProposal): Promise<Buffer> {
  const [x0, y0, x1, y1] = truth.suggestedBoxPx.map(Math.round) as [number, number, number, number];
  const k = SHEET_TILE / Math.max(x1 - x0, y1 - y0);
  const [w, h] = [Math.round((x1 - x0) * k), Math.round((y1 - y0) * k)];
  const H = truth.homography.rowMajor as unknown as Projective;
  const shape = (at: Place, wide: number, high: number, deg: number, state: string): string => {
    const t = (deg * Math.PI) / 180;
    const [c, s] = [Math.cos(t), Math.sin(t)];
    const ring = [
      [-1, -1],
      [1, -1],
      [1, 1],
      [-1, 1],
    ].map(([u = 0, v = 0]) => {
      const [a, b] = [(u * wide) / 2, (v * high) / 2];
      const p = project(H, { x: at.x + a * c - b * s, y: at.y + a * s + b * c });
      return `${((p.x - x0) * k).toFixed(1)},${((p.y - y0) * k).toFixed(1)}`;
    });
    const colour = state === 'torn' ? '#ff5050' : state === 'unsure' ? '#c0c0c0' : '#40ff90';
    return `<polygon points="${ring.join(' ')}" fill="none" stroke="${colour}" stroke-width="2" ${state === 'present' ? '' : 'stroke-dasharray="4 3"'}/>`;
  };
  const shapes = [
    ...found.rows.flatMap((r) =>
      r.pads.map((p) => shape(p.at, p.sizeMm[0], p.sizeMm[1], r.directionDeg, p.state)),
    ),
    ...found.lands.map((l) => shape(l.at, l.slot.lengthMm, l.slot.widthMm, l.slot.directionDeg, l.state)),
  ];
  const label = `<text x="6" y="20" font-size="18" fill="#ffff60">${truth.picture.replace(/\D/gu, '')} ${truth.difficulty}</text>`;
  const svg = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}">${shapes.join('')}${label}</svg>`,
  );
  return sharp(join(folder, truth.picture))
    .extract({ left: x0, top: y0, width: x1 - x0, height: y1 - y0 })
    .resize(w, h)
    .composite([{ input: svg }])
    .png()
    .toBuffer();
}

/** All tiles on one sheet, in `.cache/`, so that what failed is looked at. */
export async function drawSheet(tiles: readonly Buffer[], file: string): Promise<void> {
  const columns = 6;
  mkdirSync('.cache', { recursive: true });
  await sharp({
    create: {
      width: SHEET_TILE * columns,
      height: SHEET_TILE * Math.ceil(tiles.length / columns),
      channels: 3,
      background: '#222',
    },
  })
    .composite(
      tiles.map((input, i) => ({
        input,
        left: SHEET_TILE * (i % columns),
        top: SHEET_TILE * Math.floor(i / columns),
      })),
    )
    .png()
    .toFile(file);
}

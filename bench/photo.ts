import { readdirSync, readFileSync } from 'node:fs';
import type { FootprintProposal, KicadFootprint } from '@zebbit/core';
import { readFootprint, readKicadFootprint } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import sharp from 'sharp';
import type { RenderedBoard } from '../core/src/testing/render-board';
import { renderBoard } from '../core/src/testing/render-board';
import { line } from './measure';

const FOLDER = '/usr/share/kicad/footprints/Connector_USB.pretty';
/** A pad counts as found within this of its true middle, mm. */
const NEAR_MM = 0.1;

export interface PhotoScore {
  present: number;
  found: number;
  torn: number;
  tornFound: number;
  offered: number;
  wrong: number;
  pitches: number;
  pitchGood: number;
}

export const noScore = (): PhotoScore => ({
  present: 0,
  found: 0,
  torn: 0,
  tornFound: 0,
  offered: 0,
  wrong: 0,
  pitches: 0,
  pitchGood: 0,
});

/** Holds a proposal against the truth of a drawn board. */
export function scoreProposal(board: RenderedBoard, proposal: FootprintProposal, score: PhotoScore): void {
  const metal = [
    ...proposal.rows.flatMap((r) => r.pads.filter((p) => p.state !== 'torn').map((p) => p.at)),
    ...proposal.lands.filter((l) => l.state === 'present').map((l) => l.at),
  ];
  const gone = proposal.rows
    .flatMap((r) => r.pads.filter((p) => p.state === 'torn').map((p) => p.at))
    .concat(proposal.lands.filter((l) => l.state === 'torn').map((l) => l.at));
  const near = (a: { x: number; y: number }, b: { x: number; y: number }, mm: number): boolean =>
    Math.hypot(a.x - b.x, a.y - b.y) <= mm;
  for (const t of board.truth) {
    if (t.kind === 'torn') {
      score.torn += 1;
      if (gone.some((p) => near(p, t.at, 0.25))) score.tornFound += 1;
    } else {
      score.present += 1;
      if (metal.some((p) => near(p, t.at, NEAR_MM))) score.found += 1;
    }
  }
  score.offered += metal.length + gone.length;
  score.wrong += metal.filter(
    (p) => !board.truth.some((t) => t.kind !== 'torn' && near(p, t.at, 0.4)),
  ).length;
  score.wrong += gone.filter((p) => !board.truth.some((t) => t.kind === 'torn' && near(p, t.at, 0.4))).length;
  for (const row of proposal.rows) {
    const places = row.pads.flatMap((p) => board.truth.filter((t) => near(t.at, p.at, 0.3)).slice(0, 1));
    const [c, q] = [
      Math.cos((row.directionDeg * Math.PI) / 180),
      Math.sin((row.directionDeg * Math.PI) / 180),
    ];
    const gaps = places
      .slice(1)
      .map((t, i) => Math.abs((t.at.x - (places[i]?.at.x ?? 0)) * c + (t.at.y - (places[i]?.at.y ?? 0)) * q));
    // The pitch of an uneven row is that of its narrowest neighbours.
    const narrow = gaps.filter((g) => g < 1.12 * Math.min(...gaps));
    const true_ = narrow.reduce((a, b) => a + b, 0) / narrow.length;
    if (gaps.length < 2 || places.length < row.pads.length) continue;
    score.pitches += 1;
    if (Math.abs(row.pitchMm / true_ - 1) <= 0.01) score.pitchGood += 1;
  }
}

export function usbFootprints(): KicadFootprint[] {
  return readdirSync(FOLDER)
    .sort()
    .flatMap((file) => {
      const verdict = readKicadFootprint(readFileSync(`${FOLDER}/${file}`, 'utf8'));
      return verdict.ok ? [verdict.footprint] : [];
    });
}

/** The picture as a phone would store it. */
export async function throughJpeg(board: RenderedBoard, quality: number): Promise<RenderedBoard> {
  const { width, height, data } = board.picture;
  const jpeg = await sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality })
    .toBuffer();
  const raw = await sharp(jpeg).ensureAlpha().raw().toBuffer();
  return { ...board, picture: { width, height, data: new Uint8Array(raw) } };
}

const percent = (a: number, b: number): string => `${b === 0 ? '-' : ((100 * a) / b).toFixed(1)} %`;

/** Reads drawn photos of real land patterns; wanted: 95 % of pads within 0.1 mm, 2 % false, torn ones told 90 %, pitch within 1 %. */
export async function benchPhoto(seeds: readonly number[], perFootprint = 1): Promise<void> {
  const footprints = usbFootprints();
  for (const seed of seeds) {
    const score = noScore();
    const random = seeded(seed * 7919);
    const failing: string[] = [];
    const byMask = new Map<string, PhotoScore>();
    let pictures = 0;
    const begun = performance.now();
    for (const [i, footprint] of footprints.entries())
      for (let k = 0; k < perFootprint; k += 1) {
        const drawn = renderBoard(footprint, {
          seed: seed * 1000 + i * 10 + k,
          tornShare: 0.1 + 0.25 * random(),
          pxPerMm: 30 + 20 * random(),
        });
        const board = await throughJpeg(drawn, 72 + Math.floor(22 * random()));
        const mine = noScore();
        scoreProposal(
          board,
          readFootprint({ picture: board.picture, toPhoto: board.toPhoto, box: board.box, family: null }),
          mine,
        );
        const mask = byMask.get(board.mask) ?? noScore();
        for (const key of Object.keys(score) as (keyof PhotoScore)[]) {
          score[key] += mine[key];
          mask[key] += mine[key];
        }
        byMask.set(board.mask, mask);
        pictures += 1;
        if (
          mine.found < mine.present ||
          mine.tornFound < mine.torn ||
          mine.wrong > 0 ||
          mine.pitchGood < mine.pitches
        )
          failing.push(
            `    no. ${i + 1}, seed ${seed * 1000 + i * 10 + k}, ${board.mask}, tilt ${board.tiltDeg.toFixed(0)}: pads ${mine.found}/${mine.present}, torn ${mine.tornFound}/${mine.torn}, wrong ${mine.wrong}/${mine.offered}, pitch ${mine.pitchGood}/${mine.pitches}`,
          );
      }
    line(
      `photo, ${pictures} pictures, seed ${seed}`,
      `pads ${percent(score.found, score.present)}`,
      `torn told ${percent(score.tornFound, score.torn)}`,
      `false ${percent(score.wrong, score.offered)}`,
      `pitch within 1 % ${percent(score.pitchGood, score.pitches)}`,
      `${((performance.now() - begun) / 1000).toFixed(0)} s`,
    );
    for (const [mask, m] of byMask)
      line(
        `  ${mask}`,
        `pads ${percent(m.found, m.present)}`,
        `torn ${percent(m.tornFound, m.torn)}`,
        `false ${percent(m.wrong, m.offered)}`,
      );
    for (const f of failing) process.stdout.write(`${f}\n`);
  }
}

/** A picture of 12 megapixels read whole. Wanted: under 1.5 s in the worker. */
export async function benchPhotoSpeed(seed: number): Promise<void> {
  const [footprint] = usbFootprints().slice(41);
  if (!footprint) throw new Error('no footprint to draw');
  const drawn = renderBoard(footprint, { seed, tornShare: 0.2, pxPerMm: 40, tiltDeg: 12 });
  const { width, height, data } = drawn.picture;
  const [w, h] = [4000, 3000];
  const raw = await sharp(data, { raw: { width, height, channels: 4 } })
    .resize(w, h, { fit: 'fill' })
    .raw()
    .toBuffer();
  const [kx, ky] = [w / width, h / height];
  const m = drawn.toPhoto;
  const toPhoto = [
    m[0] * kx,
    m[1] * kx,
    m[2] * kx,
    m[3] * ky,
    m[4] * ky,
    m[5] * ky,
    m[6],
    m[7],
    m[8],
  ] as const;
  const picture = { width: w, height: h, data: new Uint8Array(raw) };
  const times = Array.from({ length: 5 }, () => {
    const begun = performance.now();
    readFootprint({ picture, toPhoto, box: drawn.box, family: null });
    return performance.now() - begun;
  }).sort((a, b) => a - b);
  line('photo, 12 megapixels', `${(times[2] ?? 0).toFixed(0)} ms of 1500 to read`);
}

/** Lands of another part round a port, this far apart and from it, mm. */
const [CROWD_STEP_MM, CROWD_APART_MM] = [0.8, 1.5] as const;
const CROWD = 720;

/** A port among hundreds of other lands in the box. Wanted: no more than 3 s of processor. */
export async function benchPhotoCrowd(seed: number, count = CROWD): Promise<void> {
  const [port] = usbFootprints().slice(41);
  if (!port) throw new Error('no footprint to draw');
  const xs = port.pads.map((p) => p.at.x);
  const ys = port.pads.map((p) => p.at.y);
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const places = Array.from({ length: 40 * 40 }, (_, i) => ({
    x: (left + right) / 2 + ((i % 40) - 19.5) * CROWD_STEP_MM,
    y: bottom + 2 + (Math.floor(i / 40) - 8) * CROWD_STEP_MM,
  })).filter(
    ({ x, y }) =>
      x < left - CROWD_APART_MM ||
      x > right + CROWD_APART_MM ||
      y < top - CROWD_APART_MM ||
      y > bottom + CROWD_APART_MM,
  );
  const crowd = places
    .sort((a, b) => Math.hypot(a.x - left, a.y - bottom) - Math.hypot(b.x - left, b.y - bottom))
    .slice(0, count);
  const all: KicadFootprint = {
    ...port,
    pads: [
      ...port.pads,
      ...crowd.map((at) => ({
        number: '',
        type: 'smd' as const,
        shape: 'rect' as const,
        at,
        angleDeg: 0,
        size: [0.42, 0.42] as const,
        drill: null,
        layers: ['F.Cu', 'F.Mask'],
      })),
    ],
  };
  const board = await throughJpeg(renderBoard(all, { seed, tornShare: 0.1, pxPerMm: 40, tiltDeg: 8 }), 88);
  const begun = process.cpuUsage();
  const found = readFootprint({
    picture: board.picture,
    toPhoto: board.toPhoto,
    box: board.box,
    family: null,
  });
  const { user, system } = process.cpuUsage(begun);
  line(
    `photo, a port among ${count} other lands, ${((board.picture.width * board.picture.height) / 1e6).toFixed(0)} megapixels`,
    `${((user + system) / 1e6).toFixed(1)} s of processor of 3`,
    `${found.rows.length} rows and ${found.lands.length} lands offered`,
  );
}

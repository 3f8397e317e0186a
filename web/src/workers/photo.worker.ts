import * as Comlink from 'comlink';
import type { FootprintProposal, KnownPoint, ReadFootprintInput, ReadingStage } from '@zebbit/core';
import { compose, findSheet, GENERIC_PARTS, readFootprint } from '@zebbit/core';
import { fetchParts } from '../api/parts-list';

/** Pixels of a piece of a picture, decoded here so that the page stays free. */
async function pixels(
  url: string,
  left: number,
  top: number,
  width: number,
  height: number,
): Promise<ImageData> {
  const blob = await (await fetch(url)).blob();
  const bitmap = await createImageBitmap(blob, left, top, width, height);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d');
  if (!context) throw new Error('this browser draws nothing off the screen');
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  return context.getImageData(0, 0, width, height);
}

export interface ReadPhotoInput extends Omit<ReadFootprintInput, 'picture' | 'parts'> {
  readonly url: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

const photoReader = {
  /** Reads the box of a picture; only that piece of it is decoded. */
  async read(input: ReadPhotoInput, onStage: (stage: ReadingStage) => void): Promise<FootprintProposal> {
    const { box, toPhoto } = input;
    const corners = [0, 1, 2, 3].map((k) => {
      const x = box.x + (k % 2) * box.width;
      const y = box.y + Math.floor(k / 2) * box.height;
      const w = toPhoto[6] * x + toPhoto[7] * y + toPhoto[8];
      return {
        x: (toPhoto[0] * x + toPhoto[1] * y + toPhoto[2]) / w,
        y: (toPhoto[3] * x + toPhoto[4] * y + toPhoto[5]) / w,
      };
    });
    const edge = (v: number, most: number): number => Math.min(most, Math.max(0, v));
    const left = Math.floor(edge(Math.min(...corners.map((c) => c.x)) - 4, input.widthPx - 8));
    const top = Math.floor(edge(Math.min(...corners.map((c) => c.y)) - 4, input.heightPx - 8));
    const width = Math.ceil(edge(Math.max(...corners.map((c) => c.x)) + 4, input.widthPx)) - left;
    const height = Math.ceil(edge(Math.max(...corners.map((c) => c.y)) + 4, input.heightPx)) - top;
    if (width < 8 || height < 8) return { rows: [], lands: [], patterns: [], doubts: [] };
    const [picture, { parts }] = await Promise.all([
      pixels(input.url, left, top, width, height),
      fetchParts(),
    ]);
    return readFootprint(
      {
        ...input,
        parts: [...GENERIC_PARTS, ...parts],
        picture,
        toPhoto: compose([1, 0, -left, 0, 1, -top, 0, 0, 1], toPhoto),
      },
      onStage,
    );
  },
  async sheet(url: string, widthPx: number, heightPx: number): Promise<KnownPoint[] | null> {
    return findSheet(await pixels(url, 0, 0, widthPx, heightPx));
  },
};

export type PhotoReader = typeof photoReader;
Comlink.expose(photoReader);

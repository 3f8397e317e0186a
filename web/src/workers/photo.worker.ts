import * as Comlink from 'comlink';
import type {
  BoardBox,
  BoxLook,
  FootprintProposal,
  KnownPoint,
  PictureLook,
  Projective,
  ReadFootprintInput,
  ReadingStage,
} from '@zebbit/core';
import { compose, findSheet, GENERIC_PARTS, lookOfBox, lookOfPicture, readFootprint } from '@zebbit/core';
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

export interface BoxOfPhoto {
  readonly url: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly toPhoto: Projective;
  readonly box: BoardBox;
}

/** The piece of a picture that shows a box, and where the box lies in it; `null` where it shows none of it. Only that piece is decoded. */
async function pieceOf({ url, widthPx, heightPx, toPhoto, box }: BoxOfPhoto) {
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
  const left = Math.floor(edge(Math.min(...corners.map((c) => c.x)) - 4, widthPx - 8));
  const top = Math.floor(edge(Math.min(...corners.map((c) => c.y)) - 4, heightPx - 8));
  const width = Math.ceil(edge(Math.max(...corners.map((c) => c.x)) + 4, widthPx)) - left;
  const height = Math.ceil(edge(Math.max(...corners.map((c) => c.y)) + 4, heightPx)) - top;
  if (width < 8 || height < 8) return null;
  return {
    picture: await pixels(url, left, top, width, height),
    toPhoto: compose([1, 0, -left, 0, 1, -top, 0, 0, 1], toPhoto),
  };
}

const photoReader = {
  /** What can be told of the box before anything is read in it; `null` where the picture shows none of it. */
  async look(input: BoxOfPhoto): Promise<BoxLook | null> {
    const piece = await pieceOf(input);
    return piece && lookOfBox(piece.picture, piece.toPhoto, input.box);
  },
  /** What can be told of a whole picture before anything of it is measured. */
  async lookAtAll(url: string, widthPx: number, heightPx: number): Promise<PictureLook> {
    return lookOfPicture(await pixels(url, 0, 0, widthPx, heightPx));
  },
  /** Reads the box of a picture. */
  async read(input: ReadPhotoInput, onStage: (stage: ReadingStage) => void): Promise<FootprintProposal> {
    const [piece, { parts }] = await Promise.all([pieceOf(input), fetchParts()]);
    if (!piece) return { rows: [], lands: [], patterns: [], doubts: [] };
    return readFootprint({ ...input, parts: [...GENERIC_PARTS, ...parts], ...piece }, onStage);
  },
  async sheet(url: string, widthPx: number, heightPx: number): Promise<KnownPoint[] | null> {
    return findSheet(await pixels(url, 0, 0, widthPx, heightPx));
  },
};

export type PhotoReader = typeof photoReader;
Comlink.expose(photoReader);

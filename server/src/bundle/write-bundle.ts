import type { Zippable } from 'fflate';
import { zipSync } from 'fflate';
import type { JobBundle, JobFileDto } from '@zebbit/contract';
import { JOB_FILE_FORMAT, JOB_FILE_VERSION } from '@zebbit/contract';
import {
  boardFootprint,
  boardSvg,
  FACES,
  probePoints,
  readingsCsv,
  resultsCsv,
  writeKicadFootprint,
} from '@zebbit/core';
import { jobFileSchema } from '../schemas';

const ENDINGS = { 'image/png': 'png', 'image/jpeg': 'jpg', 'image/webp': 'webp' } as const;

/** What goes along beside the job itself. */
export interface BundleParts {
  readonly job: JobBundle;
  readonly photos: ReadonlyMap<string, { readonly bytes: Uint8Array; readonly type: keyof typeof ENDINGS }>;
  readonly charge: string | null;
}

/** A job as it travels: ids that only this Zebbit gives are left out. */
export function jobFile({ job }: Pick<BundleParts, 'job'>): JobFileDto {
  return {
    format: JOB_FILE_FORMAT,
    version: JOB_FILE_VERSION,
    createdAt: job.createdAt,
    updatedAt: job.updatedAt,
    documents: job.documents as JobFileDto['documents'],
    readings: job.readings.map(({ at, red, black, mode, shown, value, struck }) => ({
      at,
      red,
      black,
      mode,
      shown,
      value,
      struck,
    })),
    results: job.results.map(({ at, key, shown, value, note }) => ({ at, key, shown, value, note })),
    photos: job.photos.map(({ id, use, caption, at }) => ({ id, use, caption, at })),
  };
}

/**
 * A job as one zip: `job.json` with its schema, and for other programs its readings and results as tables, each face of the plate as SVG and as a
 * footprint, the photos, and the log of its charge. Only `job.json`, the photos and the log are read back.
 */
export function writeBundle(parts: BundleParts): Uint8Array {
  const { job, photos, charge } = parts;
  const { board, intake } = job.documents;
  const labels = new Map(probePoints(board).map((p) => [p.id, p.label]));
  const text = (value: string): Uint8Array => new TextEncoder().encode(value);
  const files: Zippable = {
    'job.json': text(`${JSON.stringify(jobFile(parts), null, 1)}\n`),
    'job.schema.json': text(`${JSON.stringify(jobFileSchema(), null, 1)}\n`),
    'readings.csv': text(readingsCsv(job.readings, (id) => labels.get(id) ?? id)),
    'results.csv': text(resultsCsv(job.results)),
  };
  for (const face of FACES) {
    const marked = probePoints(board).some((p) => p.face === face);
    if (marked) files[`plate-${face}.svg`] = text(boardSvg(board, face));
    const footprint = boardFootprint(board, face, intake.name || 'port');
    if (footprint) files[`port-${face}.kicad_mod`] = text(writeKicadFootprint(footprint));
  }
  for (const [hash, { bytes, type }] of photos)
    // Pictures are packed already.
    files[`photos/${hash}.${ENDINGS[type]}`] = [bytes, { level: 0 }];
  if (charge !== null) files['charge.csv'] = text(charge);
  return zipSync(files);
}

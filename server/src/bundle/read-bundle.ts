import { createHash } from 'node:crypto';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import {
  BODY_MAX_DEPTH,
  CHARGE_MAX_BYTES,
  firstFault,
  JOB_FILE_FORMAT,
  JOB_FILE_VERSION,
  JobFileDto,
  PHOTO_MAX_BYTES,
} from '@zebbit/contract';
import { checkBoard, closingFault, completeDocuments, stepFault, waitFault } from '@zebbit/core';
import { badField } from '../errors/api-error';
import { deeperThan } from '../errors/body-shape';
import type { CleanPhoto } from '../photos/clean-photo';
import { keptPhoto } from '../photos/clean-photo';
import { unpackZip } from '../zip/unpack-zip';

export interface ReadBundle {
  readonly file: JobFileDto;
  readonly photos: readonly CleanPhoto[];
  readonly charge: string | null;
}

/** As many files as a bundle has at most. */
const MOST_FILES = 600;
const JOB_MAX_BYTES = 40 * 1024 * 1024;
const PHOTO = /^photos\/([0-9a-f]{64})\.(?:png|jpg|webp)$/u;
/** Written for other programs, and not read back. */
const ASIDE =
  /^(?:job\.schema\.json|readings\.csv|results\.csv|plate-(?:top|bottom)\.svg|port-(?:top|bottom)\.kicad_mod)$/u;
const FIELD = 'bundle';

const refuse = (code: string, message: string): never => {
  throw badField(FIELD, code, message, 'Nothing of it was kept');
};

function parsed(bytes: Uint8Array): Record<string, unknown> {
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
  } catch {
    return refuse('not-json', 'job.json cannot be read');
  }
  if (
    typeof value !== 'object' ||
    value === null ||
    Array.isArray(value) ||
    deeperThan(value, BODY_MAX_DEPTH)
  )
    return refuse('not-a-job', 'job.json holds no job');
  return value as Record<string, unknown>;
}

/** The job of a file, made whole where an earlier version wrote it, and held to every rule that the screen is held to. */
function readJob(raw: Record<string, unknown>): JobFileDto {
  if (raw['format'] !== JOB_FILE_FORMAT) refuse('not-a-job', 'job.json holds no job');
  if (typeof raw['version'] === 'number' && raw['version'] > JOB_FILE_VERSION)
    refuse('newer', 'The bundle was made by a newer Zebbit');
  const given = raw['documents'];
  if (typeof given !== 'object' || given === null) refuse('not-a-job', 'job.json holds no documents');
  let documents: ReturnType<typeof completeDocuments>;
  try {
    documents = completeDocuments(given as Parameters<typeof completeDocuments>[0]);
  } catch {
    return refuse('not-a-job', 'The documents in job.json cannot be read');
  }
  const file = plainToInstance(JobFileDto, { ...raw, documents });
  const fault = firstFault(
    validateSync(file, { whitelist: true, forbidNonWhitelisted: true, forbidUnknownValues: true }),
  );
  if (fault) refuse('invalid', `job.json, ${fault.path}: ${fault.message}`);
  const { board, teardown, waits } = file.documents;
  const rule = checkBoard(board) ?? stepFault(teardown) ?? closingFault(teardown) ?? waitFault(waits);
  if (rule) refuse(rule.code, `job.json, ${rule.path}: ${rule.message}`);
  for (const list of [file.readings, file.results])
    for (const [i, r] of list.entries())
      if ((r.shown === 'value') !== (r.value !== null))
        refuse(
          'value-mismatch',
          `job.json, entry ${i + 1}: value is a number when shown is “value”, else null`,
        );
  return file;
}

/**
 * Reads a bundle whole, or refuses it whole, saying what is wrong. A picture is kept as it came, byte for byte, if it is what its name says and
 * carries nothing but the picture.
 */
export async function readBundle(zip: Uint8Array): Promise<ReadBundle> {
  const entries = unpackZip(zip, FIELD, MOST_FILES, (name) => {
    if (name === 'job.json') return JOB_MAX_BYTES;
    if (name === 'charge.csv') return CHARGE_MAX_BYTES;
    if (PHOTO.test(name)) return PHOTO_MAX_BYTES;
    return ASIDE.test(name) || name === 'photos/'
      ? null
      : refuse('unknown-file', `“${name}” is no part of a bundle`);
  });
  const byName = new Map(entries.map((e) => [e.name, e.bytes]));
  const job = byName.get('job.json');
  if (!job) return refuse('not-a-job', 'There is no job.json in it');
  const file = readJob(parsed(job));
  const photos: CleanPhoto[] = [];
  for (const [name, bytes] of byName) {
    const hash = PHOTO.exec(name)?.[1];
    if (hash === undefined) continue;
    if (createHash('sha256').update(bytes).digest('hex') !== hash)
      refuse('photo-changed', `“${name}” is not the picture that its name says`);
    photos.push(await keptPhoto(Buffer.from(bytes), hash));
  }
  const there = new Set(photos.map((p) => p.hash));
  const named = new Set(file.photos.map((p) => p.id));
  const lost = [...named].find((id) => !there.has(id));
  if (lost !== undefined) refuse('photo-missing', `The picture ${lost.slice(0, 12)}… is not in it`);
  const stray = [...there].find((hash) => !named.has(hash));
  if (stray !== undefined) refuse('photo-stray', `The picture ${stray.slice(0, 12)}… belongs to nothing`);
  const laid = file.documents.board.faces.find((f) => !named.has(f.photoId));
  if (laid) refuse('unknown-photo', 'The plate shows a picture that is not in it');
  const charge = byName.get('charge.csv');
  return { file, photos, charge: charge ? new TextDecoder().decode(charge).replaceAll('\0', '') : null };
}

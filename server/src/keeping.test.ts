import 'reflect-metadata';
import { existsSync } from 'node:fs';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type {
  ApiFailure,
  BinEntry,
  JobBundle,
  JobFileDto,
  JobSummary,
  RestoreReport,
} from '@zebbit/contract';
import { EMPTY_BOARD, EMPTY_DOCUMENTS, placeRow } from '@zebbit/core';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import sharp from 'sharp';
import request from 'supertest';
import { BinService } from './bin/bin.service';
import { buildApp } from './build-app';

/** What is kept, carried elsewhere, put back and truly deleted: a Zebbit here, and another one. */
interface Bench {
  readonly home: string;
  readonly app: NestExpressApplication;
  readonly http: () => ReturnType<typeof request>;
}
const SCHEMA = join(process.cwd(), 'docs/job-file.schema.json');
let last: Bench | null = null;
const homes: string[] = [];
let sized = 0;

/** A Zebbit with nothing in it. One at a time: the models of a process belong to one database. */
async function bench(): Promise<Bench> {
  await last?.app.close();
  const home = await mkdtemp(join(tmpdir(), 'zebbit-keeping-'));
  const app = await buildApp({ home, port: 0, webRoot: null, lan: false });
  await app.init();
  homes.push(home);
  last = { home, app, http: () => request(app.getHttpServer()) };
  return last;
}
afterAll(async () => {
  await last?.app.close();
  for (const home of homes) await rm(home, { recursive: true, force: true });
});

const bytesOf = (response: request.Response): Uint8Array => new Uint8Array(response.body as Buffer);
const download = (b: Bench, url: string) =>
  b
    .http()
    .get(url)
    .buffer(true)
    .parse((res, done) => {
      const pieces: Buffer[] = [];
      res.on('data', (p: Buffer) => pieces.push(p));
      res.on('end', () => done(null, Buffer.concat(pieces)));
    })
    .expect(200);
const failure = (response: { body: unknown }): ApiFailure => response.body as ApiFailure;

/** A job with marks, readings, one struck out, results, two photos and a log. */
async function fullJob(b: Bench, name = 'Handset', owner = ''): Promise<JobBundle> {
  const { id } = (await b.http().post('/api/jobs').send({ name }).expect(201)).body as JobBundle;
  const put = (kind: string, body: object) =>
    b.http().put(`/api/jobs/${id}/${kind}`).send({ rev: 0, body }).expect(200);
  const pictures: string[] = [];
  for (const use of ['board', 'after']) {
    sized += 1;
    const bytes = await sharp({
      create: { width: 40 + sized, height: 30, channels: 3, background: '#264' },
    })
      .png()
      .toBuffer();
    const photo = await b
      .http()
      .post(`/api/jobs/${id}/photos`)
      .field('use', use)
      .field('caption', use)
      .attach('photo', bytes, 'a.png')
      .expect(201);
    pictures.push((photo.body as { id: string }).id);
  }
  const rows = [
    placeRow(EMPTY_BOARD, {
      family: 'micro-b',
      face: 'top',
      first: { x: 1, y: 2 },
      directionDeg: 0,
      pitchMm: 0.65,
      count: 5,
      mirrored: false,
    }),
  ];
  const pour = { id: 'pour', name: '=cmd', face: 'top', at: { x: 9, y: 9 }, role: 'pour' };
  await put('intake', { ...EMPTY_DOCUMENTS.intake, name, owner, kinds: ['cord'], does: ['data'] });
  await put('teardown', { ...EMPTY_DOCUMENTS.teardown, battery: 'none' });
  await put('board', { ...EMPTY_BOARD, family: 'micro-b', rows, points: [pour] });
  for (const value of [0.3, 22])
    await b
      .http()
      .post(`/api/jobs/${id}/readings`)
      .send({ red: 'row1.1', black: 'pour', mode: 'ohms', shown: 'value', value })
      .expect(201);
  const { readings } = (await b.http().get(`/api/jobs/${id}`)).body as JobBundle;
  await b
    .http()
    .patch(`/api/jobs/${id}/readings/${readings[0]?.id ?? ''}`)
    .send({ struck: true });
  const log = ['time_s,current_A', ...Array.from({ length: 30 }, (_, i) => `${i},0.45`)].join('\n');
  await b.http().put(`/api/jobs/${id}/charge`).attach('charge', Buffer.from(log), 'c.csv').expect(200);
  return (await b.http().get(`/api/jobs/${id}`)).body as JobBundle;
}

/** What must be the same wherever the job is; ids are each Zebbit's own. */
const essence = (job: JobBundle) => ({
  documents: job.documents,
  readings: job.readings.map((r) => ({ ...r, id: '' })),
  results: job.results.map((r) => ({ ...r, id: '' })),
  photos: job.photos,
  createdAt: job.createdAt,
});
const names = async (b: Bench): Promise<string[]> =>
  ((await b.http().get('/api/jobs')).body as JobSummary[]).map((j) => j.name).toSorted();
const take = (b: Bench, zip: Uint8Array) =>
  b.http().post('/api/jobs/import').attach('bundle', Buffer.from(zip), 'job.zip');

describe('a job as one file', () => {
  it('is the same on another Zebbit, and the same again on its way back', async () => {
    const here = await bench();
    const job = await fullJob(here);
    const zip = bytesOf(await download(here, `/api/jobs/${job.id}/bundle`));
    const there = await bench();
    const other = (await take(there, zip).expect(201)).body as JobBundle;
    expect(other.id).not.toBe(job.id);
    expect(essence(other)).toEqual(essence(job));
    const log = await there.http().get(`/api/jobs/${other.id}/charge`).expect(200);
    expect(log.text).toContain('time_s,current_A\n0,0.45');
    const again = unzipSync(bytesOf(await download(there, `/api/jobs/${other.id}/bundle`)));
    const first = unzipSync(zip);
    expect(Object.keys(again).toSorted()).toEqual(Object.keys(first).toSorted());
    const without = (files: typeof first) => {
      return { ...(JSON.parse(strFromU8(files['job.json'] ?? new Uint8Array())) as object), updatedAt: '' };
    };
    expect(without(again)).toEqual(without(first));
  });
  it('holds to its own schema, and tables and drawings for other programs', async () => {
    const here = await bench();
    const job = await fullJob(here, 'Torch');
    const files = unzipSync(bytesOf(await download(here, `/api/jobs/${job.id}/bundle`)));
    const text = (name: string): string => strFromU8(files[name] ?? new Uint8Array());
    const ajv = new Ajv2020({ strict: false, validateFormats: false });
    const valid = ajv.compile(JSON.parse(text('job.schema.json')) as object);
    const file = JSON.parse(text('job.json')) as JobFileDto;
    valid(file);
    expect(valid.errors).toBeNull();
    // What is published is what is written.
    expect(JSON.parse(await readFile(SCHEMA, 'utf8'))).toEqual(JSON.parse(text('job.schema.json')));
    expect(valid(Object.assign({}, file, { readings: [{ red: 1 }] }))).toBe(false);
    expect(text('readings.csv').split('\n')[1]).toMatch(
      /row1\.1,pin 1 VBUS,pour,"'=cmd",ohms,value,0\.3,yes$/u,
    );
    expect(text('plate-top.svg')).toContain('<svg xmlns=');
    expect(text('port-top.kicad_mod')).toMatch(/^\(footprint /u);
    expect(Object.keys(files).filter((n) => n.startsWith('photos/'))).toHaveLength(2);
  });

  let whole: Uint8Array;
  beforeAll(async () => {
    const here = await bench();
    const job = await fullJob(here, 'Hostile');
    whole = bytesOf(await download(here, `/api/jobs/${job.id}/bundle`));
  });
  const packed = (change: (files: Record<string, Uint8Array>, file: JobFileDto) => void): Uint8Array => {
    const files = unzipSync(whole);
    const file = JSON.parse(strFromU8(files['job.json'] ?? new Uint8Array())) as JobFileDto;
    change(files, file);
    if (files['job.json']) files['job.json'] = strToU8(JSON.stringify(file));
    return zipSync(files);
  };
  const photoName = (files: Record<string, Uint8Array>): string =>
    Object.keys(files).find((n) => n.startsWith('photos/')) ?? '';
  it.each([
    ['a name that leaves its folder', 'path-outside', (f) => void (f['../x'] = strToU8('x'))],
    ['a file that is no part of it', 'unknown-file', (f) => void (f['run.sh'] = strToU8('x'))],
    [
      'no job in it',
      'not-a-job',
      (f) => {
        Reflect.deleteProperty(f, 'job.json');
      },
    ],
    ['a newer version', 'newer', (_, j) => void Object.assign(j, { version: 9 })],
    ['another format', 'not-a-job', (_, j) => void Object.assign(j, { format: 'other' })],
    ['an unknown key', 'invalid', (_, j) => void Object.assign(j, { more: 1 })],
    ['a reading out of range', 'invalid', (_, j) => void Object.assign(j.readings[0] ?? {}, { value: 1e30 })],
    [
      'a value that should be none',
      'value-mismatch',
      (_, j) => void Object.assign(j.readings[0] ?? {}, { shown: 'open' }),
    ],
    ['documents that are none', 'not-a-job', (_, j) => void Object.assign(j, { documents: 7 })],
    [
      'steps in a circle',
      'unknown-step',
      (_, j) => void Object.assign(j.documents.teardown, { steps: [{ ...STEP, after: ['nowhere'] }] }),
    ],
    ['a picture that was changed', 'photo-changed', (f) => void (f[photoName(f)] = strToU8('GIF89a'))],
    [
      'a picture that is missing',
      'photo-missing',
      (f) => {
        Reflect.deleteProperty(f, photoName(f));
      },
    ],
    ['a picture of nothing', 'photo-stray', (_, j) => void (j.photos = [])],
  ] as readonly (readonly [string, string, (f: Record<string, Uint8Array>, j: JobFileDto) => void])[])(
    '%s: refused whole (%s)',
    async (_, code, change) => {
      const here = last ?? (await bench());
      const before = await names(here);
      const answer = await take(here, packed(change));
      expect([answer.status, failure(answer).code]).toEqual([400, code]);
      expect(await names(here)).toEqual(before);
    },
  );
  it('what is no zip, and a nest of brackets, are refused', async () => {
    const here = await bench();
    expect(failure(await take(here, strToU8('hello')).expect(400)).code).toBe('not-a-zip');
    const nest = zipSync({ 'job.json': strToU8(`${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}`) });
    expect(failure(await take(here, nest).expect(400)).code).toBe('not-a-job');
  });
});

const STEP = {
  id: 's1',
  kind: 'screws',
  place: '',
  note: '',
  fasteners: null,
  latch: null,
  wires: [],
  photoId: null,
  after: [] as string[],
  frees: '',
  connects: null,
  shuts: true,
};

describe('what is deleted', () => {
  it('is gone at once, comes back whole for a day, and then truly goes with its files', async () => {
    const b = await bench();
    const keep = await fullJob(b, 'Kept');
    const job = await fullJob(b, 'Gone');
    const entry = (await b.http().delete(`/api/jobs/${job.id}`).expect(200)).body as BinEntry;
    expect(entry.words).toBe('Job “Gone”');
    expect(await names(b)).toEqual(['Kept']);
    await b.http().get(`/api/jobs/${job.id}`).expect(404);
    await b.http().put(`/api/jobs/${job.id}/match`).send({ rev: 0, body: job.documents.match }).expect(404);
    await b.http().delete(`/api/jobs/${job.id}`).expect(404);
    await b.http().post(`/api/bin/${entry.id}/undo`).expect(200);
    expect(essence((await b.http().get(`/api/jobs/${job.id}`)).body as JobBundle)).toEqual(essence(job));
    await b.http().delete(`/api/jobs/${job.id}`).expect(200);
    const bin = b.app.get(BinService);
    const files = (): Promise<string[]> => readdir(join(b.home, 'photos'));
    expect(await bin.sweep(Date.now() + 23 * 3_600_000)).toBe(0);
    expect(await files()).toHaveLength(4);
    expect(await bin.sweep(Date.now() + 25 * 3_600_000)).toBe(1);
    expect((await files()).toSorted()).toEqual(keep.photos.map((p) => p.id).toSorted());
    expect(existsSync(join(b.home, 'charges', `${job.id}.csv`))).toBe(false);
    expect((await b.http().get('/api/bin')).body).toEqual([]);
    await b.http().post(`/api/bin/${entry.id}/undo`).expect(404);
  });
  it('of an owner is all of it, however the name was spelled, and comes back together', async () => {
    const b = await bench();
    await fullJob(b, 'One', 'Harbour Office');
    await fullJob(b, 'Two', ' harbour  office');
    await fullJob(b, 'Three', 'the museum');
    const entry = (await b.http().delete('/api/owners').query({ name: 'harbour office' }).expect(200))
      .body as BinEntry;
    expect(entry.words).toBe('Everything of harbour office: 2 jobs');
    expect(await names(b)).toEqual(['Three']);
    await b.http().delete('/api/owners').query({ name: 'harbour office' }).expect(404);
    await b.http().delete('/api/owners').query({ name: ' ' }).expect(400);
    await b.http().post(`/api/bin/${entry.id}/undo`).expect(200);
    expect(await names(b)).toEqual(['One', 'Three', 'Two']);
  });
  it('may be a photo, unless the plate or a step shows it', async () => {
    const b = await bench();
    const job = await fullJob(b, 'Photo');
    const [first, second] = job.photos.map((p) => p.id);
    const shown = { ...EMPTY_DOCUMENTS.teardown, battery: 'none', steps: [{ ...STEP, photoId: first }] };
    await b.http().put(`/api/jobs/${job.id}/teardown`).send({ rev: 1, body: shown }).expect(200);
    expect(
      failure(
        await b
          .http()
          .delete(`/api/jobs/${job.id}/photos/${first ?? ''}`)
          .expect(409),
      ).code,
    ).toBe('at-step');
    const entry = (
      await b
        .http()
        .delete(`/api/jobs/${job.id}/photos/${second ?? ''}`)
        .expect(200)
    ).body as BinEntry;
    await b
      .http()
      .get(`/api/photos/${second ?? ''}`)
      .expect(404);
    await b.http().post(`/api/bin/${entry.id}/undo`).expect(200);
    await b
      .http()
      .get(`/api/photos/${second ?? ''}`)
      .expect(200);
    await b
      .http()
      .delete(`/api/jobs/${job.id}/photos/${second ?? ''}`)
      .expect(200);
    const last = ((await b.http().get('/api/bin')).body as BinEntry[])[0];
    await b
      .http()
      .delete(`/api/bin/${last?.id ?? 0}`)
      .expect(204);
    expect(await readdir(join(b.home, 'photos'))).toEqual([first]);
  });
});

describe('the whole workshop as one file', () => {
  it('taken while it is written to, holds every write that was acknowledged before, and comes back while others look on', async () => {
    const b = await bench();
    await fullJob(b, 'Before');
    const acknowledged: string[] = [];
    let going = true;
    const writers = [0, 1, 2].map(async (w) => {
      for (let n = 0; going && n < 200; n += 1) {
        const name = `w${w}-${n}`;
        await b.http().post('/api/jobs').send({ name }).expect(201);
        acknowledged.push(name);
      }
    });
    while (acknowledged.length < 12) await new Promise((resolve) => setImmediate(resolve));
    const sure = [...acknowledged];
    const backup = bytesOf(await download(b, '/api/backup'));
    going = false;
    await Promise.all(writers);
    const there = await bench();
    await fullJob(there, 'Replaced');
    const report = (
      await there.http().post('/api/restore').attach('backup', Buffer.from(backup), 'b.zip').expect(200)
    ).body as RestoreReport;
    const jobs = (await there.http().get('/api/jobs')).body as JobSummary[];
    const known = new Set(jobs.map((j) => j.name));
    expect(sure.filter((n) => !known.has(n))).toEqual([]);
    expect(known.has('Before')).toBe(true);
    expect(known.has('Replaced')).toBe(false);
    expect(report.jobs).toBe(jobs.length);
    const before = jobs.find((j) => j.name === 'Before');
    const job = (await there.http().get(`/api/jobs/${before?.id ?? ''}`)).body as JobBundle;
    await there
      .http()
      .get(`/api/photos/${job.photos[0]?.id ?? ''}`)
      .expect(200);
    await there.http().get(`/api/jobs/${job.id}/charge`).expect(200);
    // It goes on as if it had always been there.
    await there.http().post('/api/jobs').send({ name: 'After' }).expect(201);
    expect((await readdir(there.home)).toSorted()).toEqual(
      expect.arrayContaining(['zebbit-before-restore.sqlite', 'zebbit.sqlite']),
    );
    expect((await readdir(there.home)).filter((n) => /^(?:backup|restore)-/u.test(n))).toEqual([]);
  });
  it.each([
    ['no zip', () => strToU8('x'.repeat(500)), 'not-a-backup'],
    ['no database', (f) => zipSync({ 'backup.json': f['backup.json'] ?? new Uint8Array() }), 'not-a-backup'],
    ['a name outside', (f) => zipSync({ ...f, '../evil': strToU8('x') }), 'unknown-file'],
    [
      'a database that is none',
      (f) => zipSync({ ...f, 'zebbit.sqlite': strToU8('not a database at all '.repeat(99)) }),
      'bad-database',
    ],
    [
      'a picture that was changed',
      (f) => zipSync({ ...f, [`photos/${'a'.repeat(64)}`]: strToU8('x') }),
      'photo-changed',
    ],
    [
      'a newer one',
      (f) =>
        zipSync({ ...f, 'backup.json': strToU8('{"format":"zebbit-backup","version":9,"at":"2026-01-01"}') }),
      'newer',
    ],
  ] as readonly (readonly [string, (f: Record<string, Uint8Array>) => Uint8Array, string])[])(
    'a backup with %s is refused and changes nothing',
    async (_, change, code) => {
      const here = await bench();
      await fullJob(here, 'Here');
      const backup = unzipSync(bytesOf(await download(here, '/api/backup')));
      const answer = await here
        .http()
        .post('/api/restore')
        .attach('backup', Buffer.from(change(backup)), 'b.zip');
      expect([answer.status, failure(answer).code]).toEqual([400, code]);
      expect(await names(here)).toEqual(['Here']);
    },
  );
  it('a database with something else in it is refused', async () => {
    const here = await bench();
    const files = unzipSync(bytesOf(await download(here, '/api/backup')));
    const path = join(here.home, 'odd.sqlite');
    await writeFile(path, files['zebbit.sqlite'] ?? new Uint8Array());
    const { Sequelize } = await import('sequelize');
    const odd = new Sequelize({ dialect: 'sqlite', storage: path, logging: false });
    await odd.query('CREATE TRIGGER t AFTER INSERT ON jobs BEGIN DELETE FROM documents; END');
    await odd.close();
    const zip = zipSync({ ...files, 'zebbit.sqlite': new Uint8Array(await readFile(path)) });
    const answer = await here.http().post('/api/restore').attach('backup', Buffer.from(zip), 'b.zip');
    expect([answer.status, failure(answer).code]).toEqual([400, 'bad-database']);
  });
});

import 'reflect-metadata';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { get } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { ApiFailure, JobBundle, JobSummary, KeptAnswers, PhotoEntry, ToldEvent } from '@zebbit/contract';
import { TAB_HEADER } from '@zebbit/contract';
import type { Board, JobRecord, TraceAnswers } from '@zebbit/core';
import {
  answersStamp,
  DOCUMENT_KINDS,
  EMPTY_BOARD,
  EMPTY_DOCUMENTS,
  jobView,
  nextMove,
  NEW_WORKSHOP,
  placeRow,
  weighTrace,
} from '@zebbit/core';
import type { Sequelize } from 'sequelize-typescript';
import { getConnectionToken } from '@nestjs/sequelize';
import sharp from 'sharp';
import request from 'supertest';
import { buildApp } from './build-app';

let home = '';
let app: NestExpressApplication;

beforeAll(async () => {
  home = await mkdtemp(join(tmpdir(), 'zebbit-belief-'));
  app = await buildApp({ home, port: 0, webRoot: null, lan: false });
  await app.listen(0, '127.0.0.1');
});

afterAll(async () => {
  await app.close();
  await rm(home, { recursive: true, force: true });
});

const http = (): ReturnType<typeof request> => request(app.getHttpServer());
const read = async (id: string): Promise<JobBundle> =>
  (await http().get(`/api/jobs/${id}`).expect(200)).body as JobBundle;
const shelf = async (): Promise<JobSummary[]> =>
  (await http().get('/api/jobs').expect(200)).body as JobSummary[];
const lineOf = async (id: string): Promise<JobSummary> => {
  const line = (await shelf()).find((j) => j.id === id);
  if (!line) throw new Error(`${id} is not on the shelf`);
  return line;
};

const row = placeRow(EMPTY_BOARD, {
  family: 'usb-a',
  face: 'top',
  first: { x: 1, y: 2 },
  directionDeg: 0,
  pitchMm: 2.5,
  count: 4,
  mirrored: false,
});
const part = (id: string, kind: 'fuse' | 'resistor', x: number): Board['components'][number] => ({
  id,
  name: id,
  kind,
  face: 'top',
  package: null,
  heatShy: false,
  value: null,
  terminals: [
    { id: `${id}.1`, name: '1', at: { x, y: 5 } },
    { id: `${id}.2`, name: '2', at: { x, y: 7 } },
  ],
});
const board: Board = {
  ...EMPTY_BOARD,
  family: 'usb-a',
  rows: [{ ...row, pins: row.pins.map((p) => ({ ...p, state: p.function === 'VBUS' ? 'torn' : 'sound' })) }],
  components: [part('F1', 'fuse', 1), part('R1', 'resistor', 3.5), part('R2', 'resistor', 6)],
  points: [{ id: 'pour', name: 'pour', face: 'top', at: { x: 9, y: 9 }, role: 'pour' }],
};
const reading = { red: 'row1.2', black: 'R1.1', mode: 'continuity', shown: 'beep', value: null };

/** A job on the bench with its board marked and one reading taken. */
async function traced(): Promise<string> {
  const { id } = (await http().post('/api/jobs').send({ name: 'Stick' }).expect(201)).body as JobBundle;
  await http().put(`/api/jobs/${id}/board`).send({ rev: 0, body: board }).expect(200);
  await http()
    .put(`/api/jobs/${id}/teardown`)
    .send({ rev: 0, body: { ...EMPTY_DOCUMENTS.teardown, battery: 'none' } })
    .expect(200);
  await http().post(`/api/jobs/${id}/readings`).send(reading).expect(201);
  return id;
}

const sureAt = 0.97;
const weighed = ({ documents, readings }: JobBundle): TraceAnswers =>
  weighTrace(documents.board, readings, { sureAt });
const stampOf = ({ revs, readings }: JobBundle): string => answersStamp(revs.board, readings, sureAt);
const keep = async (id: string, stamp: string, answers: TraceAnswers): Promise<KeptAnswers> =>
  (await http().put(`/api/jobs/${id}/answers`).send({ stamp, answers }).expect(200)).body as KeptAnswers;

describe('what was weighed', () => {
  it('is kept under the stamp of the job as it is, and the shelf says the next move that the page says', async () => {
    const id = await traced();
    expect((await lineOf(id)).unweighed).toBe(true);
    const bundle = await read(id);
    expect(bundle.answers).toBeNull();
    const answers = weighed(bundle);
    expect(await keep(id, stampOf(bundle), answers)).toEqual({ kept: true });
    const line = await lineOf(id);
    expect(line.unweighed).toBe(false);
    const after = await read(id);
    expect(after.answers).toEqual({
      stamp: stampOf(bundle),
      answers: JSON.parse(JSON.stringify(answers)) as unknown,
    });
    const record: JobRecord = { ...after.documents, readings: after.readings, results: after.results };
    expect(line.next).toEqual(nextMove(jobView(record, answers, NEW_WORKSHOP)));
  });
  it('is not kept under another stamp, and no longer shown once a reading is added, struck or the board changed', async () => {
    const id = await traced();
    const bundle = await read(id);
    const answers = weighed(bundle);
    expect(await keep(id, `${stampOf(bundle)}1`, answers)).toEqual({ kept: false });
    expect((await read(id)).answers).toBeNull();
    await keep(id, stampOf(bundle), answers);
    await http()
      .post(`/api/jobs/${id}/readings`)
      .send({ ...reading, red: 'row1.3', black: 'R2.1' })
      .expect(201);
    expect((await read(id)).answers).toBeNull();
    const second = await read(id);
    expect(await keep(id, stampOf(bundle), answers)).toEqual({ kept: false });
    await keep(id, stampOf(second), weighed(second));
    await http()
      .patch(`/api/jobs/${id}/readings/${second.readings[1]?.id ?? ''}`)
      .send({ struck: true })
      .expect(200);
    expect((await read(id)).answers).toBeNull();
    expect(stampOf(await read(id))).not.toBe(stampOf(second));
  });
  it('opens no gate: what a page weighed cannot talk a reading past the battery', async () => {
    const id = await traced();
    const bundle = await read(id);
    await keep(id, stampOf(bundle), weighed(bundle));
    await http()
      .put(`/api/jobs/${id}/teardown`)
      .send({ rev: 1, body: { ...EMPTY_DOCUMENTS.teardown, battery: 'in' } })
      .expect(200);
    await http().post(`/api/jobs/${id}/readings`).send(reading).expect(409);
  });
});

describe('one record that cannot be read', () => {
  it.each([
    [
      'a board that is no board',
      "UPDATE documents SET body = '{\"rows\": 7}' WHERE jobId = $id AND kind = 'board'",
    ],
    ['half a document', "UPDATE documents SET body = '{\"rows' WHERE jobId = $id AND kind = 'board'"],
  ])('%s costs its own line only', async (_, sql) => {
    const whole = await traced();
    const bad = await traced();
    const sequelize = app.get<Sequelize>(getConnectionToken());
    await sequelize.query(sql, { bind: { id: bad } });
    await sequelize.query('UPDATE jobs SET changes = changes + 1 WHERE id = $id', { bind: { id: bad } });
    const line = await lineOf(bad);
    expect(`${line.next.title} ${line.next.why}`).toMatch(/cannot be read/u);
    expect((await lineOf(whole)).next.title).not.toMatch(/cannot be read/u);
    await sequelize.query('DELETE FROM documents WHERE jobId = $id', { bind: { id: bad } });
    await sequelize.query('DELETE FROM jobs WHERE id = $id', { bind: { id: bad } });
  });
});

describe('the shelf', () => {
  it('is kept for the next start: lines that did not change are the same, one that did is made anew', async () => {
    const ids: string[] = [];
    for (let n = 0; n < 21; n += 1)
      ids.push(
        (
          (
            await http()
              .post('/api/jobs')
              .send({ name: `Lamp ${n}` })
              .expect(201)
          ).body as JobBundle
        ).id,
      );
    const before = await shelf();
    await app.close();
    app = await buildApp({ home, port: 0, webRoot: null, lan: false });
    await app.listen(0, '127.0.0.1');
    const rows = (
      await app.get<Sequelize>(getConnectionToken()).query("SELECT jobId FROM answers WHERE kind = 'shelf'")
    )[0] as { jobId: string }[];
    expect(rows.map((r) => r.jobId)).toEqual(expect.arrayContaining(ids));
    expect(await shelf()).toEqual(before);
    const [changed = ''] = ids;
    await http()
      .put(`/api/jobs/${changed}/intake`)
      .send({ rev: 0, body: { ...EMPTY_DOCUMENTS.intake, name: 'Renamed' } })
      .expect(200);
    expect((await lineOf(changed)).name).toBe('Renamed');
    expect((await read(changed)).answers).toBeNull();
  });
});

describe('bodies that are none', () => {
  it.each(DOCUMENT_KINDS)('a list is no %s, and wipes nothing', async (kind) => {
    const id = await traced();
    const before = (await read(id)).documents;
    const rev = (await read(id)).revs[kind];
    const failure = (await http().put(`/api/jobs/${id}/${kind}`).send({ rev, body: [] }).expect(400))
      .body as ApiFailure;
    expect(failure.path).toBe('body');
    await http().put(`/api/jobs/${id}/${kind}`).send([]).expect(400);
    expect((await read(id)).documents).toEqual(before);
  });
  it.each([
    ['20,000 brackets deep', `{"rev":0,"body":${'['.repeat(20_000)}${']'.repeat(20_000)}}`],
    ['20,000 objects deep', `{"rev":0,"body":${'{"a":'.repeat(20_000)}1${'}'.repeat(20_000)}}`],
    ['a NUL in a text', JSON.stringify({ name: 'Hand\u0000set' })],
  ])('%s is refused in words', async (_, text) => {
    for (const url of ['/api/jobs', `/api/jobs/${await traced()}/board`]) {
      const verb = url === '/api/jobs' ? http().post(url) : http().put(url);
      const answer = await verb.set('content-type', 'application/json').send(text);
      expect(answer.status).toBe(400);
      expect((answer.body as ApiFailure).message).not.toBe('');
    }
  });
  it('a form of a foreign page stores nothing', async () => {
    const before = (await shelf()).length;
    await http()
      .post('/api/jobs')
      .set('origin', 'http://elsewhere.example')
      .send({ name: 'Theirs' })
      .expect(403);
    await http().post('/api/jobs').set('origin', 'null').send({ name: 'Theirs' }).expect(403);
    expect(await shelf()).toHaveLength(before);
  });
});

describe('a picture whose file is gone', () => {
  it('is said not to be there, and the browser does not keep that', async () => {
    const id = await traced();
    const bytes = await sharp({ create: { width: 40, height: 30, channels: 3, background: 'teal' } })
      .png()
      .toBuffer();
    const { id: hash } = (
      await http()
        .post(`/api/jobs/${id}/photos`)
        .field('use', 'board')
        .field('caption', '')
        .attach('photo', bytes, 'a.png')
        .expect(201)
    ).body as PhotoEntry;
    expect((await http().get(`/api/photos/${hash}`).expect(200)).headers['cache-control']).toContain(
      'immutable',
    );
    const files = await readdir(join(home, 'photos'));
    expect(files).toContain(hash);
    await rm(join(home, 'photos', hash));
    const gone = await http().get(`/api/photos/${hash}`).expect(404);
    expect(gone.headers['cache-control'] ?? '').not.toMatch(/max-age|immutable/u);
    expect((gone.body as ApiFailure).message).not.toBe('');
  });
});

describe('what happens is told', () => {
  it('over one stream: which job, what, and by which page, in order', async () => {
    const id = await traced();
    const { port } = app.getHttpServer().address() as AddressInfo;
    const told: ToldEvent[] = [];
    await new Promise<void>((resolve, reject) => {
      const listening = get({ host: '127.0.0.1', port, path: '/api/events' }, (answer) => {
        let text = '';
        let asked = false;
        answer.setEncoding('utf8');
        answer.on('data', (piece: string) => {
          text += piece;
          const frames = text.split('\n\n');
          text = frames.pop() ?? '';
          for (const frame of frames) {
            const line = frame.split('\n').find((l) => l.startsWith('data:'));
            const data = line ? (JSON.parse(line.slice(5)) as ToldEvent | { alive: true }) : null;
            if (data && 'seq' in data) told.push(data);
          }
          if (told.length === 2) {
            listening.destroy();
            resolve();
          }
          // The first sign of life says that it is listening.
          if (asked) return;
          asked = true;
          void (async () => {
            const kept = await http()
              .post(`/api/jobs/${id}/readings`)
              .set(TAB_HEADER, 'page-a')
              .send(reading)
              .expect(201);
            const { id: taken } = kept.body as { id: string };
            await http()
              .patch(`/api/jobs/${id}/readings/${taken}`)
              .set(TAB_HEADER, 'page-b')
              .send({ struck: true })
              .expect(200);
          })().catch(reject);
        });
      });
      listening.on('error', (error) => {
        if (told.length < 2) reject(error);
      });
    });
    expect(told).toMatchObject([
      { by: 'page-a', event: { kind: 'reading', jobId: id, reading } },
      { by: 'page-b', event: { kind: 'strike', jobId: id, struck: true } },
    ]);
    expect((told[1]?.seq ?? 0) - (told[0]?.seq ?? 0)).toBe(1);
  });
});

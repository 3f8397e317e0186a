import 'reflect-metadata';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type {
  ApiFailure,
  JobBundle,
  JobSummary,
  PhotoEntry,
  StoredCard,
  WorkshopAnswer,
} from '@zebbit/contract';
import { EMPTY_BOARD, EMPTY_DOCUMENTS, EMPTY_MATCH, jobView, placeRow } from '@zebbit/core';
import { QueryTypes } from 'sequelize';
import type { Sharp } from 'sharp';
import sharp from 'sharp';
import request from 'supertest';
import { buildApp } from './build-app';
import { openDatabase } from './database/open-database';

let home = '';
let app: NestExpressApplication;

beforeAll(async () => {
  home = await mkdtemp(join(tmpdir(), 'zebbit-test-'));
  app = await buildApp({ home, port: 0, webRoot: null, lan: false });
  await app.init();
});

afterAll(async () => {
  await app.close();
  await rm(home, { recursive: true, force: true });
});

const http = (): ReturnType<typeof request> => request(app.getHttpServer());
const failure = (response: { body: unknown }): ApiFailure => response.body as ApiFailure;

async function newJob(name = 'Handset'): Promise<JobBundle> {
  return (await http().post('/api/jobs').send({ name }).expect(201)).body as JobBundle;
}

async function read(id: string): Promise<JobBundle> {
  return (await http().get(`/api/jobs/${id}`).expect(200)).body as JobBundle;
}

const picture = (width: number, height: number): Sharp =>
  sharp({ create: { width, height, channels: 3, background: { r: 20, g: 90, b: 80 } } });

async function addPhoto(id: string, bytes: Buffer, name = 'board.png'): Promise<request.Response> {
  return http()
    .post(`/api/jobs/${id}/photos`)
    .field('use', 'board')
    .field('caption', 'top')
    .attach('photo', bytes, name);
}

const row = placeRow(EMPTY_BOARD, {
  family: 'micro-b',
  face: 'top',
  first: { x: 1, y: 2 },
  directionDeg: 0,
  pitchMm: 0.65,
  count: 5,
  mirrored: false,
});
const pour = { id: 'pour', name: 'pour', face: 'top', at: { x: 9, y: 9 }, role: 'pour' };
const board = {
  ...EMPTY_BOARD,
  family: 'micro-b',
  rows: [{ ...row, pins: row.pins.map((p) => ({ ...p, state: 'sound' })) }],
  points: [pour],
};
const beep = { red: 'row1.5', black: 'pour', mode: 'continuity', shown: 'beep', value: null };

async function readyJob(): Promise<string> {
  const { id } = await newJob();
  await http().put(`/api/jobs/${id}/board`).send({ rev: 0, body: board }).expect(200);
  await http()
    .put(`/api/jobs/${id}/teardown`)
    .send({ rev: 0, body: { ...EMPTY_DOCUMENTS.teardown, battery: 'none', opened: true } })
    .expect(200);
  return id;
}

describe('jobs', () => {
  it('are made, listed with station and next move, and read whole', async () => {
    const job = await newJob('Tide clock');
    const list = (await http().get('/api/jobs').expect(200)).body as JobSummary[];
    expect(list.find((j) => j.id === job.id)).toMatchObject({
      name: 'Tide clock',
      next: { station: 'take-in' },
      states: { 'take-in': 'present' },
    });
    expect(await read(job.id)).toMatchObject({
      revs: { board: 0 },
      readings: [],
      documents: { intake: { name: 'Tide clock' } },
    });
  });
  it.each([
    [{}, 'name'],
    [{ name: 5 }, 'name'],
    [{ name: '   ' }, 'name'],
    [{ name: 'x'.repeat(81) }, 'name'],
    [{ name: 'x', owner: 'y' }, 'owner'],
  ])('a wrong new job is refused, naming the field (%#)', async (body, path) => {
    const before = ((await http().get('/api/jobs')).body as JobSummary[]).length;
    expect(failure(await http().post('/api/jobs').send(body).expect(400)).path).toBe(path);
    expect((await http().get('/api/jobs')).body).toHaveLength(before);
  });
  it('an unknown job is said to be unknown, on every route', async () => {
    for (const [method, path, body] of [
      ['get', '/api/jobs/nope', undefined],
      ['put', '/api/jobs/nope/board', { rev: 0, body: board }],
      ['post', '/api/jobs/nope/readings', beep],
      ['post', '/api/jobs/nope/results', { key: 'draw', shown: 'value', value: 1 }],
    ] as const) {
      const response = await http()[method](path).send(body).expect(404);
      expect(failure(response)).toMatchObject({ code: 'not-found', path: 'id' });
    }
  });
  it('a body that is no JSON, and one that is too large, have the one shape', async () => {
    const bad = await http()
      .post('/api/jobs')
      .set('content-type', 'application/json')
      .send('{"name":NaN}')
      .expect(400);
    expect(failure(bad)).toMatchObject({ code: 'not-json' });
    const large = await http()
      .post('/api/jobs')
      .send({ name: 'x'.repeat(3_000_000) })
      .expect(413);
    expect(failure(large)).toMatchObject({ code: 'too-large' });
    expect(failure(await http().get('/api/nothing').expect(404))).toMatchObject({ code: 'not-found' });
  });
});

describe('documents', () => {
  it('are stored whole with a revision, and an older one is refused', async () => {
    const { id } = await newJob();
    const url = `/api/jobs/${id}/match`;
    const body = { ...EMPTY_MATCH, part: 'Micro-B', agreed: ['family'] };
    expect((await http().put(url).send({ rev: 0, body }).expect(200)).body).toEqual({ rev: 1 });
    expect(
      failure(
        await http()
          .put(url)
          .send({ rev: 0, body: { ...body, part: 'other' } })
          .expect(409),
      ),
    ).toMatchObject({ code: 'stale' });
    expect((await read(id)).documents.match.part).toBe('Micro-B');
  });
  it.each([
    [{ ...board, rows: [{ ...row, pitchMm: null }] }, 'body.rows.0.pitchMm'],
    [{ ...board, points: [pour, pour] }, 'body.points.1.id'],
    [
      {
        ...board,
        faces: [
          {
            face: 'top',
            photoId: 'a'.repeat(64),
            widthPx: 10,
            heightPx: 10,
            name: '',
            shown: true,
            opacity: 1,
            measure: null,
          },
        ],
      },
      'body.faces.0.photoId',
    ],
    [
      {
        ...board,
        faces: [
          {
            face: 'top',
            photoId: 'a'.repeat(64),
            widthPx: 10,
            heightPx: 10,
            name: '',
            shown: true,
            opacity: 1,
            measure: {
              kind: 'lengths',
              lengths: [{ from: { x: 0, y: 0 }, to: { x: 9, y: 0 }, lengthMm: 0 }],
            },
          },
        ],
      },
      'body.faces.0.measure.lengths.0.lengthMm',
    ],
    [{ ...board, notes: 'x' }, 'body.notes'],
  ])('a wrong board is refused whole, naming the field (%#)', async (body, path) => {
    const { id } = await newJob();
    expect(failure(await http().put(`/api/jobs/${id}/board`).send({ rev: 0, body }).expect(400)).path).toBe(
      path,
    );
    expect((await read(id)).documents.board).toEqual(EMPTY_BOARD);
  });
});

describe('teardown', () => {
  it('refuses steps in a circle, naming the field', async () => {
    const { id } = await newJob();
    const step = {
      id: 's1',
      kind: 'clips',
      place: '',
      note: '',
      fasteners: null,
      latch: null,
      wires: [],
      photoId: null,
      after: ['s1'],
      frees: '',
      connects: [],
      shuts: true,
    };
    const body = { ...EMPTY_DOCUMENTS.teardown, steps: [step] };
    expect(
      failure(await http().put(`/api/jobs/${id}/teardown`).send({ rev: 0, body }).expect(400)),
    ).toMatchObject({ code: 'later-step', path: 'body.steps.0.after.0' });
  });
});

describe('the workshop', () => {
  const shares = {
    cable: 1,
    contacts: 1,
    joints: 1,
    pads: 1,
    short: 1,
    'port-part': 1,
    battery: 1,
    elsewhere: 1,
  };
  const body = {
    shares,
    tray: { rows: 1, columns: 2, names: ['left', 'right'] },
    sureAt: 0.97,
    kit: { tools: ['flux'], wires: null },
  };
  it('is kept, with a revision, and counts its closed jobs and connectors', async () => {
    const { id } = await newJob();
    await http()
      .put(`/api/jobs/${id}/board`)
      .send({ rev: 0, body: { ...EMPTY_BOARD, family: 'mini-b' } })
      .expect(200);
    await http()
      .put(`/api/jobs/${id}/closing`)
      .send({ rev: 0, body: { ...EMPTY_DOCUMENTS.closing, faultSite: 'joints', handedBack: true } })
      .expect(200);
    const { rev } = (await http().get('/api/workshop').expect(200)).body as WorkshopAnswer;
    await http().put('/api/workshop').send({ rev, body }).expect(200);
    expect(failure(await http().put('/api/workshop').send({ rev, body }).expect(409)).code).toBe('stale');
    const after = (await http().get('/api/workshop').expect(200)).body as WorkshopAnswer;
    expect(after).toMatchObject({
      rev: rev + 1,
      workshop: { record: body, closed: { joints: 1 }, usePerYear: { 'mini-b': 1 } },
    });
  });
  it.each([
    [{ ...body, shares: { ...shares, pads: -1 } }, 'body.shares.pads'],
    [{ ...body, shares: { cable: 1 } }, 'body.shares.contacts'],
    [{ ...body, tray: { rows: 0, columns: 2, names: [] } }, 'body.tray.rows'],
    [{ ...body, shares: Object.fromEntries(Object.keys(shares).map((k) => [k, 0])) }, 'body.shares'],
  ])('refuses what is none, naming the field (%#)', async (wrong, path) => {
    const { rev } = (await http().get('/api/workshop')).body as WorkshopAnswer;
    expect(failure(await http().put('/api/workshop').send({ rev, body: wrong }).expect(400)).path).toBe(path);
  });
});

describe('model cards', () => {
  it('are kept from a job and found for the next one, however it is spelled', async () => {
    const { id } = await newJob();
    expect(
      failure(await http().put(`/api/jobs/${id}/model-card`).send({ learned: 'x' }).expect(400)).path,
    ).toBe('model');
    await http()
      .put(`/api/jobs/${id}/intake`)
      .send({ rev: 0, body: { ...EMPTY_DOCUMENTS.intake, make: 'Oriel', model: 'Lamp 3' } })
      .expect(200);
    await http().put(`/api/jobs/${id}/model-card`).send({ learned: 'Clips before screws' }).expect(200);
    const { found } = (
      await http().get('/api/model-cards').query({ make: ' oriel', model: 'lamp  3' }).expect(200)
    ).body as { found: StoredCard };
    expect(found).toMatchObject({ jobs: 1, card: { learned: 'Clips before screws', model: 'Lamp 3' } });
    expect(
      (await http().get('/api/model-cards').query({ make: '', model: 'other' }).expect(200)).body,
    ).toEqual({ found: null });
    expect(failure(await http().get('/api/model-cards').expect(400)).path).toBe('model');
  });
});

describe('readings', () => {
  it('are appended, and struck out without being lost', async () => {
    const id = await readyJob();
    const kept = await http().post(`/api/jobs/${id}/readings`).send(beep).expect(201);
    const reading = (kept.body as { id: string }).id;
    await http().patch(`/api/jobs/${id}/readings/${reading}`).send({ struck: true }).expect(200);
    expect((await read(id)).readings).toMatchObject([{ ...beep, id: reading, struck: true }]);
    await http().patch(`/api/jobs/${id}/readings/999999`).send({ struck: true }).expect(404);
  });
  it('stay out while the battery is in', async () => {
    const id = await readyJob();
    await http()
      .put(`/api/jobs/${id}/teardown`)
      .send({ rev: 1, body: { ...EMPTY_DOCUMENTS.teardown, battery: 'in' } })
      .expect(200);
    expect(failure(await http().post(`/api/jobs/${id}/readings`).send(beep).expect(409)).code).toBe(
      'battery-gate',
    );
    expect((await read(id)).readings).toEqual([]);
  });
  it.each([
    [{ ...beep, red: 'R99.1' }, 'red'],
    [{ ...beep, black: 'row1.5' }, 'black'],
    [{ ...beep, value: 3 }, 'value'],
    [{ ...beep, shown: 'value' }, 'value'],
    [{ ...beep, mode: 'ohms', shown: 'value', value: '4k7k' }, 'value'],
    [{ ...beep, mode: 'hours' }, 'mode'],
  ])('a wrong one is refused, naming the field (%#)', async (body, path) => {
    const id = await readyJob();
    expect(failure(await http().post(`/api/jobs/${id}/readings`).send(body).expect(400)).path).toBe(path);
    expect((await read(id)).readings).toEqual([]);
  });
});

describe('results', () => {
  it('power stays shut until the unpowered checks have passed', async () => {
    const id = await readyJob();
    const url = `/api/jobs/${id}/results`;
    const shut = failure(
      await http().post(url).send({ key: 'draw', shown: 'value', value: 0.4 }).expect(409),
    );
    expect(shut.code).toBe('power-gate');
    expect(shut.hint).toMatch(/Look along the row/);
    expect((await read(id)).results).toEqual([]);
  });
  it('must be of a check the job has, and of its sort', async () => {
    const id = await readyJob();
    const url = `/api/jobs/${id}/results`;
    expect(
      failure(await http().post(url).send({ key: 'nope', shown: 'yes', value: null }).expect(400)).path,
    ).toBe('key');
    expect(
      failure(await http().post(url).send({ key: 'look', shown: 'value', value: 1 }).expect(400)).path,
    ).toBe('shown');
    await http().post(url).send({ key: 'look', shown: 'yes', value: null }).expect(201);
    expect((await read(id)).results).toMatchObject([{ key: 'look', shown: 'yes', note: '' }]);
  });
  it('words are an answer with their reason, but not where power waits for a figure', async () => {
    const id = await readyJob();
    const url = `/api/jobs/${id}/results`;
    const untested = { key: 'look', shown: 'untested', value: null } as const;
    expect(failure(await http().post(url).send(untested).expect(400)).path).toBe('note');
    await http()
      .post(url)
      .send({ ...untested, note: 'glued over' })
      .expect(201);
    const { results } = await read(id);
    expect(results).toMatchObject([{ key: 'look', shown: 'untested', note: 'glued over' }]);
    const bundle = await read(id);
    const { checks } = jobView({ ...bundle.documents, readings: bundle.readings, results: bundle.results });
    const safety = checks.find((c) => c.safety && !c.powered);
    const refused = failure(
      await http().post(url).send({ key: safety?.key, shown: 'spared', value: null }).expect(400),
    );
    expect(refused.code).toBe('safety-check');
  });
});

describe('photos', () => {
  it('lose their place and camera, keep their size, and are named by their content', async () => {
    const { id } = await newJob();
    const tagged = await picture(300, 200)
      .jpeg()
      .withExif({
        IFD0: { Copyright: 'somebody' },
        IFD3: { GPSLatitude: '57/1 8/1 0/1', GPSLatitudeRef: 'N' },
      })
      .toBuffer();
    expect((await sharp(tagged).metadata()).exif?.includes('somebody')).toBe(true);
    const photo = (await addPhoto(id, tagged, 'a.jpg')).body as PhotoEntry;
    expect(photo).toMatchObject({ widthPx: 300, heightPx: 200, caption: 'top' });
    const stored = await http().get(`/api/photos/${photo.id}`).expect(200).expect('content-type', /jpeg/);
    const meta = await sharp(stored.body as Buffer).metadata();
    expect(meta.exif).toBeUndefined();
    expect((stored.body as Buffer).includes('somebody')).toBe(false);
    expect(await readdir(join(home, 'photos'))).toContain(photo.id);
  });
  it('PNG and WebP come back as they are', async () => {
    const { id } = await newJob();
    for (const [bytes, type] of [
      [await picture(40, 30).png().toBuffer(), /png/],
      [await picture(40, 30).webp().toBuffer(), /webp/],
    ] as const) {
      const photo = (await addPhoto(id, bytes)).body as PhotoEntry;
      await http().get(`/api/photos/${photo.id}`).expect('content-type', type);
    }
  });
  it('what is no picture, too large a picture or half a picture is refused, naming the field, and nothing is stored', async () => {
    const { id } = await newJob();
    const huge = await picture(10_000, 6_000).png({ compressionLevel: 9 }).toBuffer();
    const whole = await sharp({
      create: {
        width: 400,
        height: 400,
        channels: 3,
        background: 'red',
        noise: { type: 'gaussian', mean: 99, sigma: 60 },
      },
    })
      .png()
      .toBuffer();
    const cases = [
      [Buffer.from('just a text'), 'not-a-photo'],
      [Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'), 'not-a-photo'],
      [huge, 'too-many-pixels'],
      [whole.subarray(0, whole.length / 2), 'damaged'],
    ] as const;
    for (const [bytes, code] of cases) {
      const response = await addPhoto(id, bytes);
      expect(response.status).toBe(400);
      expect(failure(response)).toMatchObject({ code, path: 'photo' });
    }
    const none = await http()
      .post(`/api/jobs/${id}/photos`)
      .field('use', 'board')
      .field('caption', '')
      .expect(400);
    expect(failure(none)).toMatchObject({ path: 'photo' });
    expect((await read(id)).photos).toEqual([]);
  });
  it('only known hashes are read', async () => {
    await http()
      .get(`/api/photos/${'0'.repeat(64)}`)
      .expect(404);
    await http().get('/api/photos/..%2Fzebbit.sqlite').expect(404);
  });
});

describe('the house', () => {
  it('describes itself, bodies and all', async () => {
    const described = await http().get('/api/docs-json').expect(200);
    const { paths, components } = described.body as {
      paths: object;
      components: { schemas: Record<string, { properties: object }> };
    };
    expect(Object.keys(paths)).toContain('/api/jobs/{id}/readings');
    expect(Object.keys(components.schemas['NewReadingDto']?.properties ?? {})).toEqual(
      expect.arrayContaining(['red', 'black', 'mode', 'shown', 'value']),
    );
  });
  it('sends the headers of a careful server', async () => {
    const response = await http().get('/api/health').expect(200);
    expect(response.headers['content-security-policy']).toMatch(/default-src 'self'/);
    expect(response.headers['x-content-type-options']).toBe('nosniff');
  });
  it('many windows writing at once lose nothing', async () => {
    const ids = [await readyJob(), await readyJob(), await readyJob()];
    const revisions = async (id: string, kind: 'match' | 'rebuild' | 'closing'): Promise<number[]> => {
      const statuses: number[] = [];
      for (let rev = 0; rev < 8; rev += 1) {
        statuses.push(
          (await http().put(`/api/jobs/${id}/${kind}`).send({ rev, body: EMPTY_DOCUMENTS[kind] })).status,
        );
      }
      return statuses;
    };
    const reading = async (id: string): Promise<number[]> => [
      (await http().post(`/api/jobs/${id}/readings`).send(beep)).status,
    ];
    const statuses = await Promise.all(
      ids.flatMap((id) => [
        ...(['match', 'rebuild', 'closing'] as const).map((kind) => revisions(id, kind)),
        ...Array.from({ length: 12 }, () => reading(id)),
      ]),
    );
    expect([...new Set(statuses.flat())].sort()).toEqual([200, 201]);
    for (const id of ids) {
      const after = await read(id);
      expect(after.readings).toHaveLength(12);
      expect(after.revs).toMatchObject({ match: 8, rebuild: 8, closing: 8 });
    }
  });
  it('keeps everything through a close and a new start, with WAL and foreign keys on', async () => {
    const id = await readyJob();
    await http().post(`/api/jobs/${id}/readings`).send(beep).expect(201);
    const before = await read(id);
    await app.close();
    app = await buildApp({ home, port: 0, webRoot: null, lan: false });
    await app.init();
    expect(await read(id)).toEqual(before);
    const db = await openDatabase(home);
    const [settings] = await db.query<{ journal_mode: string; foreign_keys: number }>(
      'SELECT journal_mode, foreign_keys FROM pragma_journal_mode, pragma_foreign_keys',
      { type: QueryTypes.SELECT },
    );
    await expect(
      db.query(
        "INSERT INTO readings (jobId, at, red, black, mode, shown, struck) VALUES ('nope','','','','','',0)",
      ),
    ).rejects.toThrow();
    await db.close();
    expect(settings).toEqual({ journal_mode: 'wal', foreign_keys: 1 });
  });
});

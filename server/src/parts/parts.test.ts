import 'reflect-metadata';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from '@jest/globals';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type {
  ApiFailure,
  DrawerAnswer,
  PartImportsAnswer,
  PartsAnswer,
  PartsImportLine,
  PartsImportReport,
  StoredStock,
} from '@zebbit/contract';
import { EMPTY_CARD, GENERIC_PARTS, partFootprint, stockCount, writeKicadFootprint } from '@zebbit/core';
import { strToU8, zipSync } from 'fflate';
import request from 'supertest';
import { buildApp } from '../build-app';
import { PartImportModel } from '../database/models';
import { ApiError } from '../errors/api-error';
import { PartsService } from './parts.service';
import { readArchive } from './read-archive';

let home = '';
let app: NestExpressApplication;

beforeAll(async () => {
  home = await mkdtemp(join(tmpdir(), 'zebbit-parts-'));
  app = await buildApp({ home, port: 0, webRoot: null, lan: false });
  await app.init();
});
afterAll(async () => {
  await app.close();
  await rm(home, { recursive: true, force: true });
});
beforeEach(async () => {
  await PartImportModel.destroy({ where: {} });
});

const http = (): ReturnType<typeof request> => request(app.getHttpServer());
const texts = GENERIC_PARTS.slice(0, 4).map((p) => writeKicadFootprint(partFootprint(p)));
const text = (i: number): string => texts[i] ?? '';

/** Sends files as one import; the last line of the answer. */
async function send(
  files: readonly (readonly [name: string, body: string | Uint8Array])[],
): Promise<PartsImportLine> {
  const ask = http()
    .post('/api/parts/import')
    .buffer(true)
    .parse((res, done) => {
      let all = '';
      res.setEncoding('utf8');
      res.on('data', (piece: string) => (all += piece));
      res.on('end', () => done(null, all));
    });
  for (const [name, body] of files) void ask.attach('files', Buffer.from(body as string), name);
  const response = await ask.expect(200);
  const lines = (response.body as string).trim().split('\n');
  return JSON.parse(lines.at(-1) ?? '') as PartsImportLine;
}
async function taken(files: Parameters<typeof send>[0]): Promise<PartsImportReport> {
  const line = await send(files);
  if (!('report' in line)) throw new Error(JSON.stringify(line));
  return line.report;
}
async function refusal(files: Parameters<typeof send>[0]): Promise<ApiFailure> {
  const line = await send(files);
  if (!('failure' in line)) throw new Error(JSON.stringify(line));
  return line.failure;
}
const stored = async (): Promise<PartsAnswer['parts']> =>
  ((await http().get('/api/parts').expect(200)).body as PartsAnswer).parts;
const imports = async (): Promise<PartImportsAnswer['imports']> =>
  ((await http().get('/api/parts/imports').expect(200)).body as PartImportsAnswer).imports;

describe('footprints of one’s own', () => {
  it('loose files and zips come in together; the file comes back as it was, to the byte', async () => {
    const zip = zipSync({ 'box/b.kicad_mod': strToU8(text(1)), 'box/readme.txt': strToU8('not a part') });
    const report = await taken([
      ['a.kicad_mod', text(0)],
      ['box.zip', zip],
    ]);
    expect(report).toMatchObject({ taken: 2, repeated: 0, refusedCount: 0 });
    const parts = await stored();
    expect(parts.map((p) => p.name).sort()).toEqual(
      GENERIC_PARTS.slice(0, 2)
        .map((p) => p.name)
        .sort(),
    );
    const first = parts.find((p) => p.name === GENERIC_PARTS[0]?.name);
    const file = await http()
      .get(`/api/parts/${first?.id ?? ''}/file`)
      .expect(200);
    expect(file.text).toBe(text(0));
  });
  it('what cannot be read is named with file, line and reason, the rest is kept', async () => {
    const report = await taken([
      ['good.kicad_mod', text(0)],
      ['bad.kicad_mod', '(footprint "x"\n(pad "1" smd rect (at NaN 0) (size 1 1)))'],
      ['cut.kicad_mod', text(1).slice(0, 300)],
      ['latin.kicad_mod', Uint8Array.from([0x28, 0xff, 0xfe])],
      ['notes.txt', 'hello'],
    ]);
    expect(report.taken).toBe(1);
    expect(report.refused.map((r) => r.file)).toEqual([
      'bad.kicad_mod',
      'cut.kicad_mod',
      'latin.kicad_mod',
      'notes.txt',
    ]);
    expect(report.refused[0]).toMatchObject({ line: 2 });
    expect(report.refused.every((r) => r.line >= 1 && r.message !== '')).toBe(true);
  });
  it('the same file again is not kept twice; an import is taken back with its parts', async () => {
    await taken([['a.kicad_mod', text(0)]]);
    const again = await taken([
      ['a.kicad_mod', text(0)],
      ['b.kicad_mod', text(1)],
      ['copy.kicad_mod', text(1)],
    ]);
    expect(again).toMatchObject({ taken: 1, repeated: 2 });
    const [latest] = await imports();
    await http()
      .delete(`/api/parts/imports/${latest?.id ?? 0}`)
      .expect(200);
    expect(await stored()).toHaveLength(1);
    await http()
      .delete(`/api/parts/imports/${latest?.id ?? 0}`)
      .expect(404);
  });
  const bomb = zipSync({ 'b.kicad_mod': new Uint8Array(20_000_000) }, { level: 9 });
  it.each([
    ['a name that climbs out', zipSync({ '../../evil.kicad_mod': strToU8(text(0)) }), 'path-outside'],
    ['an absolute name', zipSync({ '/etc/x.kicad_mod': strToU8(text(0)) }), 'path-outside'],
    ['a drive', zipSync({ 'c:\\x.kicad_mod': strToU8(text(0)) }), 'path-outside'],
    ['a bomb', bomb, 'zip-bomb'],
    ['a zip cut short', zipSync({ 'a.kicad_mod': strToU8(text(0)) }).slice(0, 200), 'not-a-zip'],
    ['no zip at all', strToU8('PK nothing of the kind'), 'not-a-zip'],
    ['a zip without footprints', zipSync({ 'a.txt': strToU8('x') }), 'empty'],
  ])('%s refuses the whole, nothing is kept', async (_, zip, code) => {
    const failure = await refusal(
      [
        ['good.kicad_mod', text(0)],
        ['bad.zip', zip],
      ].slice(code === 'empty' ? 1 : 0) as [string, Uint8Array][],
    );
    expect(failure).toMatchObject({ code });
    expect(failure.message).not.toBe('');
    expect(await stored()).toEqual([]);
    expect(await imports()).toEqual([]);
  });
  it('a zip with a wrong checksum, and one whose entries share their bytes, are refused whole', async () => {
    const whole = zipSync({ 'a.kicad_mod': strToU8(text(0)), 'b.kicad_mod': strToU8(text(1)) }, { level: 0 });
    const damaged = whole.slice();
    const at = Buffer.from(damaged).indexOf('(footprint');
    damaged[at + 40] = (damaged[at + 40] ?? 0) ^ 1;
    expect(await refusal([['bad.zip', damaged]])).toMatchObject({ code: 'zip-damaged' });
    // The second entry of the directory is pointed at the first one's bytes.
    const shared = whole.slice();
    const view = new DataView(shared.buffer);
    let central = shared.length - 22;
    central = view.getUint32(central + 16, true);
    const second = central + 46 + view.getUint16(central + 28, true) + view.getUint16(central + 30, true);
    view.setUint32(second + 42, view.getUint32(central + 42, true), true);
    expect(await refusal([['shared.zip', shared]])).toMatchObject({ code: 'zip-bomb' });
    expect(await stored()).toEqual([]);
  });
  it('loose files are held to one sum, before they are kept in memory', async () => {
    const answer = await http()
      .post('/api/parts/import')
      .set('content-type', 'multipart/form-data; boundary=x')
      .set('content-length', String(200 * 1024 * 1024))
      .catch((e: unknown) => (e as { response?: unknown }).response);
    expect((answer as { status: number }).status).toBe(413);
    expect((answer as { body: ApiFailure }).body).toMatchObject({ code: 'too-large', path: 'files' });
  });
  it('a zip whose header lies about its size is refused before it is unpacked', () => {
    const zip = zipSync({ 'b.kicad_mod': strToU8('x'.repeat(50_000)) }, { level: 0 });
    // The size it unpacks to stands in the central directory, 24 bytes on from its mark.
    const mark = zip.findIndex(
      (b, i) => b === 0x50 && zip[i + 1] === 0x4b && zip[i + 2] === 1 && zip[i + 3] === 2,
    );
    zip.set([10, 0, 0, 0], mark + 24);
    expect(() => readArchive(zip, 'lie.zip')).toThrow(ApiError);
  });
  it('one that is stopped on its way leaves nothing', async () => {
    const service = app.get(PartsService);
    const files = texts.map((t, i) => ({ name: `${i}.kicad_mod`, bytes: strToU8(t) }));
    const many = Array.from({ length: 60 }, (_, i) => files[i % files.length] as (typeof files)[number]);
    let asked = 0;
    await expect(
      service.take(many, { progress: () => undefined, stopped: () => (asked += 1) > 1 }),
    ).rejects.toThrow(ApiError);
    expect(await stored()).toEqual([]);
  });
  it('a file larger than any footprint is refused with its size', async () => {
    const report = await taken([
      ['good.kicad_mod', text(0)],
      ['huge.kicad_mod', `(footprint ${' '.repeat(20_000_100)})`],
    ]);
    expect(report.refused[0]).toMatchObject({ file: 'huge.kicad_mod' });
    expect(report.refused[0]?.message).toMatch(/characters/u);
  });
  it('an unknown part has no file', async () => {
    await http().get('/api/parts/own-none/file').expect(404);
  });
});

describe('the drawer', () => {
  const card = { ...EMPTY_CARD, name: 'Micro-B, surface', place: 'A4', price: 0.45 };
  const list = async (): Promise<DrawerAnswer> =>
    (await http().get('/api/drawer').expect(200)).body as DrawerAnswer;
  const add = async (count: number): Promise<StoredStock> =>
    (await http().post('/api/drawer').send({ card, count }).expect(201)).body as StoredStock;

  it('counts by what came and went, and remembers the job', async () => {
    const job = ((await http().post('/api/jobs').send({ name: 'Lamp' }).expect(201)).body as { id: string })
      .id;
    const { id } = await add(2);
    const out = await http()
      .post(`/api/drawer/${id}/moves`)
      .send({ by: -1, jobId: job, note: 'taken' })
      .expect(201);
    expect(stockCount(out.body as StoredStock)).toBe(1);
    const { entries, jobs } = await list();
    expect(entries.find((e) => e.id === id)?.moves.map((m) => m.by)).toEqual([2, -1]);
    expect(jobs[job]).toBe('Lamp');
  });
  it('never gives more than there are, and names the field', async () => {
    const { id } = await add(1);
    const refused = await http()
      .post(`/api/drawer/${id}/moves`)
      .send({ by: -2, jobId: null, note: '' })
      .expect(400);
    expect(refused.body).toMatchObject({ path: 'by', message: 'Only 1 is in the drawer' });
    await http().post(`/api/drawer/${id}/moves`).send({ by: 0, jobId: null, note: '' }).expect(400);
    await http().post(`/api/drawer/${id}/moves`).send({ by: -1, jobId: 'nobody', note: '' }).expect(404);
    await http().post('/api/drawer/none/moves').send({ by: 1, jobId: null, note: '' }).expect(404);
    expect(stockCount((await list()).entries.find((e) => e.id === id) ?? { moves: [] })).toBe(1);
  });
  it('two bookings at once never take the same piece', async () => {
    const { id } = await add(3);
    const answers = await Promise.all(
      Array.from({ length: 5 }, () =>
        http().post(`/api/drawer/${id}/moves`).send({ by: -1, jobId: null, note: '' }),
      ),
    );
    expect(answers.filter((a) => a.status === 201)).toHaveLength(3);
  });
  it('a card is changed, taken away and brought back; a nameless one is refused', async () => {
    const { id } = await add(1);
    const saved = await http()
      .patch(`/api/drawer/${id}`)
      .send({ rev: 0, card: { ...card, place: 'B9' }, removed: true })
      .expect(200);
    expect(saved.body).toMatchObject({ place: 'B9', removed: true, rev: 1 });
    const late = await http()
      .patch(`/api/drawer/${id}`)
      .send({ rev: 0, card: { ...card, place: 'C1' }, removed: false })
      .expect(409);
    expect(late.body).toMatchObject({ code: 'stale' });
    expect((await list()).entries.find((e) => e.id === id)).toMatchObject({ place: 'B9' });
    const nameless = await http()
      .patch(`/api/drawer/${id}`)
      .send({ rev: 1, card: { ...card, name: ' ' }, removed: false })
      .expect(400);
    expect(nameless.body).toMatchObject({ path: 'card.name' });
    await http()
      .patch(`/api/drawer/${id}`)
      .send({ rev: 1, card: { ...card, colour: 'red' }, removed: false })
      .expect(400);
  });
  it('a list comes in whole, or not at all with its line', async () => {
    const before = (await list()).entries.length;
    await http()
      .post('/api/drawer/import')
      .send({ text: 'name,count,place\nport,3,A1\nplug,0,A2\n' })
      .expect(201);
    expect((await list()).entries).toHaveLength(before + 2);
    const bad = await http()
      .post('/api/drawer/import')
      .send({ text: 'name,count\nport,3\nplug,x\n' })
      .expect(400);
    expect(bad.body).toMatchObject({ path: 'count' });
    expect((bad.body as ApiFailure).message).toContain('Line 3');
    expect((await list()).entries).toHaveLength(before + 2);
  });
});

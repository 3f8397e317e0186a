import 'reflect-metadata';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { getConnectionToken } from '@nestjs/sequelize';
import type { ApiFailure, JobBundle, JobSummary, OpenWait, ToldWait } from '@zebbit/contract';
import type { LedgerLine, OwnMinutes, Wait } from '@zebbit/core';
import { beginWait, EMPTY_DOCUMENTS, EMPTY_WAITS, USUAL_WAITS } from '@zebbit/core';
import ICAL from 'ical.js';
import type { Sequelize } from 'sequelize-typescript';
import request from 'supertest';
import { buildApp } from '../build-app';

let home = '';
let app: NestExpressApplication;
const http = () => request(app.getHttpServer());
const start = async (): Promise<void> => {
  app = await buildApp({ home, port: 0, webRoot: null, lan: false });
  await app.init();
};
beforeAll(async () => {
  home = await mkdtemp(join(tmpdir(), 'zebbit-waits-'));
  await start();
});
afterAll(async () => {
  await app.close();
  await rm(home, { recursive: true, force: true });
});

const BEGAN = '2026-11-20T18:00:00.000Z';
const usual = (key: string, id: string, more: Partial<Wait> = {}): Wait => {
  const wait = USUAL_WAITS.find((w) => w.key === key);
  if (!wait) throw new Error(key);
  return { ...beginWait(wait, { id, startedAt: BEGAN }), ...more };
};
async function newJob(name: string): Promise<string> {
  return ((await http().post('/api/jobs').send({ name }).expect(201)).body as JobBundle).id;
}
const put = (id: string, rev: number, body: object) =>
  http().put(`/api/jobs/${id}/waits`).send({ rev, body });
const job = async (id: string): Promise<JobBundle> =>
  (await http().get(`/api/jobs/${id}`).expect(200)).body as JobBundle;
const open = async (): Promise<OpenWait[]> => (await http().get('/api/waits').expect(200)).body as OpenWait[];

describe('waits', () => {
  it('are kept with their job, listed of all jobs by their end, and there after a new start', async () => {
    const [a, b] = [await newJob('Tide clock'), await newJob('Slide clicker')];
    await put(a, 0, { ...EMPTY_WAITS, waits: [usual('near', 'w1'), usual('owner', 'w2')] }).expect(200);
    await put(b, 0, { ...EMPTY_WAITS, waits: [usual('mask', 'w1')] }).expect(200);
    const listed = (await open()).map((w) => [w.jobName, w.wait.kind]);
    expect(listed).toEqual([
      ['Slide clicker', 'cure'],
      ['Tide clock', 'post'],
      ['Tide clock', 'owner'],
    ]);
    await app.close();
    await start();
    expect((await open()).map((w) => [w.jobName, w.wait.kind])).toEqual(listed);
    const shelf = (await http().get('/api/jobs').expect(200)).body as JobSummary[];
    expect(shelf.find((j) => j.id === a)?.waits.waits.map((w) => w.startedAt)).toEqual([BEGAN, BEGAN]);
  });
  it('a job of before them has none, and takes its first at revision 0', async () => {
    const id = await newJob('Older job');
    await app
      .get<Sequelize>(getConnectionToken())
      .query("DELETE FROM documents WHERE kind = 'waits' AND jobId = $1", {
        bind: [id],
      });
    const before = await job(id);
    expect(before.documents.waits).toEqual(EMPTY_WAITS);
    expect(before.revs.waits).toBe(0);
    await put(id, 0, { ...EMPTY_WAITS, promised: '2026-12-24' }).expect(200);
    await put(id, 0, EMPTY_WAITS).expect(409);
    expect((await job(id)).documents.waits.promised).toBe('2026-12-24');
  });
  it('one that is due is told by one page of twenty, and never again', async () => {
    const id = await newJob('Speaker');
    await put(id, 0, { ...EMPTY_WAITS, waits: [usual('mask', 'w1')] }).expect(200);
    const asked = await Promise.all(
      Array.from({ length: 20 }, () => http().post(`/api/waits/${id}/w1/told`).send({}).expect(200)),
    );
    expect(asked.filter((r) => (r.body as ToldWait).first)).toHaveLength(1);
    await app.close();
    await start();
    const again = await http().post(`/api/waits/${id}/w1/told`).send({}).expect(200);
    expect(again.body).toEqual({ first: false });
  });
  it('is over from anywhere, with the time that it was said; a desk with an older copy is refused', async () => {
    const id = await newJob('Lamp');
    await put(id, 0, { ...EMPTY_WAITS, waits: [usual('mask', 'w1')] }).expect(200);
    await http().put(`/api/waits/${id}/w1/ended`).send({ ended: true }).expect(204);
    const [wait] = (await job(id)).documents.waits.waits;
    expect(Date.parse(wait?.endedAt ?? '')).toBeGreaterThan(Date.parse(BEGAN));
    expect((await open()).some((w) => w.jobId === id)).toBe(false);
    await put(id, 1, EMPTY_WAITS).expect(409);
    await http().put(`/api/waits/${id}/w1/ended`).send({ ended: false }).expect(204);
    expect((await open()).some((w) => w.jobId === id)).toBe(true);
  });
  it.each([
    ['PUT', 'nowhere/w1/ended', { ended: true }, 404],
    ['POST', 'nowhere/w1/told', {}, 404],
  ])('%s of what is not there: 404', async (method, path, body, status) => {
    const answer = await (
      method === 'PUT' ? http().put(`/api/waits/${path}`) : http().post(`/api/waits/${path}`)
    ).send(body);
    expect(answer.status).toBe(status);
  });
  it('an unknown wait of a known job is not there either, and nothing is made of it', async () => {
    const id = await newJob('Empty');
    await http().put(`/api/waits/${id}/w9/ended`).send({ ended: true }).expect(404);
    expect((await job(id)).revs.waits).toBe(0);
  });
  it.each([
    ['waits.1.id', { waits: [usual('mask', 'w1'), usual('mask', 'w1')] }],
    ['waits.0.span', { waits: [usual('mask', 'w1', { span: { least: 9, usual: 5, most: 10 } })] }],
    ['promised', { promised: '2026-02-30' }],
  ])('what cannot be is refused at body.%s, and nothing of it kept', async (path, more) => {
    const id = await newJob('Refused');
    const answer = await put(id, 0, { ...EMPTY_WAITS, ...more }).expect(400);
    expect((answer.body as ApiFailure).path).toBe(`body.${path}`);
    expect((await job(id)).documents.waits).toEqual(EMPTY_WAITS);
  });
  it('of a deleted job are told nowhere', async () => {
    const id = await newJob('Gone');
    await put(id, 0, { ...EMPTY_WAITS, waits: [usual('mask', 'w1')], promised: '2026-12-01' }).expect(200);
    await http().delete(`/api/jobs/${id}`).expect(200);
    expect((await open()).some((w) => w.jobId === id)).toBe(false);
    expect((await http().get('/api/calendar.ics')).text).not.toContain(id);
  });
});

describe('the calendar', () => {
  it('is read by a library of the registry: waits at their hour or on their day, promises all day, each under a name that stays', async () => {
    const id = await newJob('Calendar, with; signs');
    await put(id, 0, {
      ...EMPTY_WAITS,
      waits: [usual('epoxy', 'w1'), usual('far', 'w2', { what: 'port, 16 contacts' }), usual('owner', 'w3')],
      promised: '2026-12-24',
    }).expect(200);
    const answer = await http().get('/api/calendar.ics').expect(200);
    expect(answer.headers['content-type']).toContain('text/calendar');
    const calendar = new ICAL.Component(ICAL.parse(answer.text) as unknown[]);
    const events = calendar
      .getAllSubcomponents('vevent')
      .map((e) => new ICAL.Event(e))
      .filter((e) => e.uid.startsWith(id));
    expect(events.map((e) => e.uid).toSorted()).toEqual([
      `${id}-promised@zebbit`,
      `${id}-w1@zebbit`,
      `${id}-w2@zebbit`,
    ]);
    const of = (end: string) => {
      const event = events.find((e) => e.uid.endsWith(`${end}@zebbit`));
      if (!event) throw new Error(end);
      return event;
    };
    expect(of('w1').startDate.toJSDate().toISOString()).toBe('2026-11-20T19:00:00.000Z');
    expect(of('w1').summary).toBe('Calendar, with; signs: epoxy');
    expect(of('w1').startDate.isDate).toBe(false);
    expect(of('w1').component.getAllSubcomponents('valarm')).toHaveLength(1);
    expect(of('w2').startDate.isDate).toBe(true);
    expect(of('w2').startDate.toString()).toBe('2026-12-15');
    expect(of('promised').startDate.toString()).toBe('2026-12-24');
    expect(of('promised').endDate.toString()).toBe('2026-12-25');
    // A line of a calendar is 75 octets at most (RFC 5545, 3.1).
    for (const line of answer.text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
  });
});

describe('what acts took', () => {
  it('is learned from what was ticked, by kind, and from the pauses between readings', async () => {
    const id = await newJob('Timed');
    const did = [
      { id: 'row1.1', how: 'wire', wireMm: 0.1, lengthMm: 12, minutes: 14 },
      { id: 'row1.2', how: 'foil pad', wireMm: null, lengthMm: null, minutes: 22 },
      { id: 'clean', how: 'braid', wireMm: null, lengthMm: null, minutes: null },
    ];
    await http()
      .put(`/api/jobs/${id}/rebuild`)
      .send({ rev: 0, body: { ...EMPTY_DOCUMENTS.rebuild, did } })
      .expect(200);
    const db = app.get<Sequelize>(getConnectionToken());
    for (const [at, n] of [
      ['2026-11-20T18:00:00.000Z', 1],
      ['2026-11-20T18:00:30.000Z', 2],
      ['2026-11-20T19:30:00.000Z', 3],
      ['2026-11-20T19:30:20.000Z', 4],
    ])
      await db.query(
        "INSERT INTO readings (jobId, at, red, black, mode, shown, value, struck) VALUES ($1, $2, 'a', $3, 'ohms', 'over', NULL, 0)",
        { bind: [id, at, `p${n}`] },
      );
    const own = (await http().get('/api/durations').expect(200)).body as OwnMinutes;
    expect(own.wire).toEqual([14]);
    expect(own.pad).toEqual([22]);
    expect(own.clean).toBeUndefined();
    const probes = (own.probe ?? []).map((m) => Math.round(m * 60));
    expect(probes.toSorted((a, b) => a - b)).toEqual([20, 30]);
  });
});

describe('the books', () => {
  it('have a line a job, with the day it was handed back', async () => {
    const id = await newJob('Booked');
    const closing = {
      ...EMPTY_DOCUMENTS.closing,
      handedBack: true,
      handedBackAt: BEGAN,
      minutes: 95,
      faultSite: 'pads',
    };
    await http().put(`/api/jobs/${id}/closing`).send({ rev: 0, body: closing }).expect(200);
    const lines = (await http().get('/api/ledger').expect(200)).body as LedgerLine[];
    expect(lines.find((l) => l.jobId === id)).toMatchObject({
      name: 'Booked',
      handedBack: true,
      handedBackAt: BEGAN,
      minutes: 95,
      faultSite: 'pads',
    });
  });
});

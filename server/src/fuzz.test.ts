import 'reflect-metadata';
import { afterAll, beforeAll, expect, it } from '@jest/globals';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import type { AddressInfo, Server } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Logger } from '@nestjs/common';
import type { NestExpressApplication } from '@nestjs/platform-express';
import type { JobBundle, StoredStock } from '@zebbit/contract';
import { EMPTY_BOARD, EMPTY_CARD, placeRow } from '@zebbit/core';
import { seeded } from '@zebbit/core/practice';
import { Ajv } from 'ajv';
import type { ValidateFunction } from 'ajv';
import { buildApp } from './build-app';
import type { Random, Schema, Schemas } from './testing/fuzz-bodies';
import { bodyText, pathPart } from './testing/fuzz-bodies';

const REQUESTS = Number(process.env['FUZZ_REQUESTS'] ?? 3000);
const AT_ONCE = 12;
/** What is written here is lost with the test, so it need not wait for a disk. */
const MEMORY = '/dev/shm';
/** A fixed seed, so that a failure can be played again; another is taken from FUZZ_SEED. */
const SEED = Number(process.env['FUZZ_SEED'] ?? 12);

interface Route {
  readonly method: string;
  readonly path: string;
  readonly schema: Schema | null;
  readonly valid: ValidateFunction | null;
}
interface Described {
  readonly paths: Readonly<
    Record<
      string,
      Readonly<
        Record<
          string,
          {
            readonly requestBody?: {
              readonly content: Readonly<Record<string, { readonly schema: Schema }>>;
            };
          }
        >
      >
    >
  >;
  readonly components: { readonly schemas: Schemas };
}

let app: NestExpressApplication;
let home: string;
let port = 0;
const agent = new Agent({ keepAlive: true, maxSockets: AT_ONCE });

function send(
  method: string,
  path: string,
  body: string | null,
  type = 'application/json',
): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const asking = request(
      {
        host: '127.0.0.1',
        port,
        method,
        path,
        agent,
        headers: body === null ? {} : { 'content-type': type, 'content-length': Buffer.byteLength(body) },
      },
      (r) => {
        let text = '';
        r.setEncoding('utf8');
        r.on('data', (piece: string) => (text += piece));
        r.on('end', () => resolve({ status: r.statusCode ?? 0, text }));
      },
    );
    asking.on('error', reject);
    asking.end(body ?? undefined);
  });
}

beforeAll(async () => {
  Logger.overrideLogger(false);
  home = mkdtempSync(join(existsSync(MEMORY) ? MEMORY : tmpdir(), 'zebbit-fuzz-'));
  app = await buildApp({ home, port: 0, webRoot: null, lan: true });
  await app.listen(0, '127.0.0.1');
  port = ((app.getHttpServer() as Server).address() as AddressInfo).port;
});
afterAll(async () => {
  agent.destroy();
  await app.close();
  rmSync(home, { recursive: true, force: true });
});

async function knownNames(): Promise<Record<string, string[]>> {
  const made = async <T>(path: string, body: unknown): Promise<T> =>
    JSON.parse((await send('POST', path, JSON.stringify(body))).text) as T;
  const { id } = await made<JobBundle>('/api/jobs', { name: 'Handset' });
  const row = placeRow(EMPTY_BOARD, {
    family: 'micro-b',
    face: 'top',
    first: { x: 1, y: 2 },
    directionDeg: 0,
    pitchMm: 0.65,
    count: 5,
    mirrored: false,
  });
  await send(
    'PUT',
    `/api/jobs/${id}/board`,
    JSON.stringify({ rev: 0, body: { ...EMPTY_BOARD, rows: [row] } }),
  );
  const stock = await made<StoredStock>('/api/drawer', { card: { ...EMPTY_CARD, name: 'port' }, count: 3 });
  return { id: [id, stock.id, '1'], reading: ['1'], hash: ['0'.repeat(64)], token: ['abc'] };
}

it(`no route fails on anything it is sent, ${REQUESTS} times (seed ${SEED})`, async () => {
  const described = JSON.parse((await send('GET', '/api/docs-json', null)).text) as Described;
  const all = described.components.schemas;
  const ajv = new Ajv({ strict: false, validateFormats: false, allErrors: false, logger: false });
  ajv.addSchema({ $id: 'api', components: { schemas: all } });
  const routes = Object.entries(described.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, of]): Route => {
      const schema = of.requestBody?.content['application/json']?.schema ?? null;
      const name = schema?.$ref?.split('/').at(-1);
      const valid = name ? ajv.compile({ $ref: `api#/components/schemas/${name}` }) : null;
      return { method: method.toUpperCase(), path, schema, valid };
    }),
  );
  // The stream never ends, the meters' addresses are asked for by the tests of the meters, and without its job there is nothing to try.
  const asked = routes.filter(
    (r) =>
      !['/api/events', '/api/instruments/meter', '/api/instruments/power'].includes(r.path) &&
      !(r.method === 'DELETE' && ['/api/jobs/{id}', '/api/owners'].includes(r.path)),
  );
  expect(asked.length).toBeGreaterThan(25);
  const names = await knownNames();
  const random: Random = seeded(SEED);
  const wrong: string[] = [];
  let [refused, taken, differed] = [0, 0, 0];
  const one = async (): Promise<void> => {
    const route = asked[Math.floor(random() * asked.length)] as Route;
    const path = route.path.replace(/\{(\w+)\}/gu, (_, name: string) =>
      pathPart(names[name] ?? ['x'], random),
    );
    const body = route.method === 'GET' || random() < 0.02 ? null : bodyText(route.schema ?? {}, all, random);
    const type = random() < 0.03 ? 'text/plain' : 'application/json';
    const answer = await send(route.method, path, body, type);
    const said = `${route.method} ${path.slice(0, 80)} ${(body ?? '').slice(0, 200)} -> ${answer.status} ${answer.text.slice(0, 200)}`;
    if (answer.status >= 500 || answer.status === 0) wrong.push(said);
    if (
      answer.status >= 400 &&
      answer.text.startsWith('{') &&
      !/"code":"[^"]+","message":"[^"]+/u.test(answer.text)
    )
      wrong.push(`not the one shape: ${said}`);
    if (answer.status < 300) {
      taken += 1;
      // What the description forbids must not have been taken.
      if (body !== null && route.valid && type === 'application/json' && !route.valid(JSON.parse(body))) {
        differed += 1;
        wrong.push(`taken against the description (${ajv.errorsText(route.valid.errors)}): ${said}`);
      }
    } else refused += 1;
  };
  for (let sent = 0; sent < REQUESTS; sent += AT_ONCE)
    await Promise.all(Array.from({ length: Math.min(AT_ONCE, REQUESTS - sent) }, one));
  expect([...new Set(wrong.map((w) => w.slice(0, 400)))].slice(0, 12)).toEqual([]);
  expect(differed).toBe(0);
  // Both sides of the door were tried.
  expect(refused).toBeGreaterThan(REQUESTS / 4);
  expect(taken).toBeGreaterThan(REQUESTS / 100);
  expect((await send('GET', '/api/jobs', null)).status).toBe(200);
}, 600_000);

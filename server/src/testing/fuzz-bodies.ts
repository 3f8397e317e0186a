/** Bodies for a fuzz: good ones by their schema, and good ones with one thing put wrong. */

export type Random = () => number;

export interface Schema {
  readonly $ref?: string;
  readonly type?: string;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly items?: Schema;
  readonly enum?: readonly unknown[];
  readonly allOf?: readonly Schema[];
  readonly minimum?: number;
  readonly maximum?: number;
  readonly maxLength?: number;
  readonly minItems?: number;
  readonly maxItems?: number;
  readonly pattern?: string;
  readonly format?: string;
}
export type Schemas = Readonly<Record<string, Schema>>;

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

function resolve(schema: Schema, all: Schemas): Schema {
  const ref = schema.$ref ?? schema.allOf?.[0]?.$ref;
  return ref ? resolve(all[ref.split('/').at(-1) ?? ''] ?? {}, all) : schema;
}

/** A value that the schema allows, or nearly: patterns are guessed. */
export function goodValue(given: Schema, all: Schemas, random: Random, depth = 0): unknown {
  const schema = resolve(given, all);
  if (schema.enum) return pick(random, schema.enum);
  if (schema.properties)
    return Object.fromEntries(
      Object.entries(schema.properties).map(([key, of]) => [key, goodValue(of, all, random, depth + 1)]),
    );
  switch (schema.type) {
    case 'array': {
      const least = schema.minItems ?? 0;
      const count = Math.min(schema.maxItems ?? 3, least + (depth > 3 ? 0 : Math.floor(random() * 3)));
      return Array.from({ length: count }, () => goodValue(schema.items ?? {}, all, random, depth + 1));
    }
    case 'number':
    case 'integer': {
      const [low, high] = [schema.minimum ?? -10, Math.min(schema.maximum ?? 10, 100)];
      const value = low + random() * Math.max(0, high - low);
      return schema.type === 'integer' ? Math.floor(value) : value;
    }
    case 'boolean':
      return random() < 0.5;
    case 'object':
      return {};
    default:
      return pick(random, ['a', 'R1.1', 'row1', 'pour', '', '2026-01-01T00:00:00.000Z', 'a'.repeat(64)]);
  }
}

const nest = (levels: number): string => `${'['.repeat(levels)}${']'.repeat(levels)}`;

/** Values that no field expects. */
const JUNK: readonly unknown[] = [
  null,
  [],
  {},
  [[]],
  '',
  'a\0b',
  '\ud800',
  '../../etc/passwd',
  "'; DROP TABLE jobs; --",
  'x'.repeat(5000),
  -1,
  1e308,
  1e-320,
  2 ** 53,
  -0,
  true,
  { constructor: 1 },
  { toString: 'x' },
  { length: 3 },
];

/** Texts that are no body of ours, or hardly JSON. */
const RAW: readonly string[] = [
  '',
  '[]',
  'null',
  '0',
  '"x"',
  '{',
  '{"a":NaN}',
  '{"__proto__":{"x":1}}',
  '{"rev":0,"body":[]}',
  '{"rev":0,"body":null}',
  `{"rev":0,"body":${nest(20_000)}}`,
  nest(20_000),
  `{"a":"\\u0000"}`,
];

/** A copy with one thing put wrong somewhere: a value replaced, a field dropped or added. */
export function spoil(value: unknown, random: Random): unknown {
  if (typeof value !== 'object' || value === null || random() < 0.15) return pick(random, JUNK);
  if (Array.isArray(value)) {
    if (value.length === 0) return [pick(random, JUNK)];
    const at = Math.floor(random() * value.length);
    return value.map((v: unknown, i) => (i === at ? spoil(v, random) : v));
  }
  const keys = Object.keys(value);
  const key = pick(random, keys);
  const act = random();
  if (keys.length === 0 || act < 0.1) return { ...value, more: pick(random, JUNK) };
  if (act < 0.2) return Object.fromEntries(Object.entries(value).filter(([k]) => k !== key));
  return { ...value, [key]: spoil((value as Record<string, unknown>)[key], random) };
}

/** The text of a body: now and then raw, else by the schema, mostly with one thing wrong. */
export function bodyText(schema: Schema, all: Schemas, random: Random): string {
  if (random() < 0.1) return pick(random, RAW);
  const good = goodValue(schema, all, random);
  // `undefined` has no JSON, whatever the types say.
  const text = JSON.stringify(random() < 0.25 ? good : spoil(good, random)) as string | undefined;
  return text ?? '';
}

/** A name for a place in an address. */
export function pathPart(known: readonly string[], random: Random): string {
  return random() < 0.7
    ? pick(random, known)
    : pick(random, [
        'nope',
        '%00',
        '..%2F..',
        '%E0%A4%A',
        '0',
        '-1',
        '999999999999999999999',
        'é',
        '%2e%2e',
        'a'.repeat(3000),
      ]);
}

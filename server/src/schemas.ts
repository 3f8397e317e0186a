import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';
import { isNotNull } from '@zebbit/contract';

type TransformerStorage = NonNullable<
  NonNullable<Parameters<typeof validationMetadatasToSchemas>[0]>['classTransformerMetadataStorage']
>;
type Schemas = ReturnType<typeof validationMetadatasToSchemas>;

/** Schemas of everything that is validated, read off the same validators that guard the routes. */
export const bodySchemas = (refPointerPrefix: string): Schemas =>
  validationMetadatasToSchemas({
    classTransformerMetadataStorage: defaultMetadataStorage as TransformerStorage,
    refPointerPrefix,
    // A moment, not one of two formats that readers who do not check formats would find to hold both.
    additionalConverters: {
      isIso8601: { type: 'string', format: 'date-time' },
      conditionalValidation: ({ constraints }) =>
        (constraints as unknown[])[0] === isNotNull ? { nullable: true } : {},
    },
  });

const PREFIX = '#/$defs/';

/** `nullable` is said by JSON Schema as a choice. */
function withNull(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(withNull);
  if (typeof schema !== 'object' || schema === null) return schema;
  const { nullable, ...rest } = schema as { readonly nullable?: unknown };
  const inner = Object.fromEntries(Object.entries(rest).map(([key, value]) => [key, withNull(value)]));
  return nullable === true ? { anyOf: [inner, { type: 'null' }] } : inner;
}

/** The schema of a bundle’s `job.json` (JSON Schema 2020-12), with all that it speaks of and nothing else. */
export function jobFileSchema(): object {
  const all = bodySchemas(PREFIX);
  const wanted = ['JobFileDto'];
  for (const name of wanted)
    for (const [, other = ''] of JSON.stringify(all[name] ?? {}).matchAll(/"#\/\$defs\/(\w+)"/gu))
      if (!wanted.includes(other)) wanted.push(other);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    title: 'A repair job of Zebbit',
    $ref: `${PREFIX}JobFileDto`,
    $defs: Object.fromEntries(wanted.map((name) => [name, withNull(all[name])])),
  };
}

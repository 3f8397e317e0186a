// Writes a package's index.ts: every export of every room by name. node scripts/write-index.mjs core|contract
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const pack = process.argv[2] ?? 'core';
const source = `${pack}/src`;
const skip = new Set(['index.ts', 'fields.ts']);
const files = readdirSync(source)
  .sort()
  .flatMap((name) =>
    statSync(join(source, name)).isDirectory()
      ? readdirSync(join(source, name))
          .sort()
          .map((f) => `${name}/${f}`)
      : [name],
  )
  .filter((f) => f.endsWith('.ts') && !f.endsWith('.test.ts') && !f.includes('/test-') && !skip.has(f));
const names = (text, words) =>
  [...text.matchAll(new RegExp(`^export (?:async )?(?:${words}) (\\w+)`, 'gm'))].map((m) => m[1]);
let out = `/** The doors of @zebbit/${pack}: every export by name. Written by scripts/write-index.mjs. */\n`;
for (const file of files) {
  const text = readFileSync(join(source, file), 'utf8');
  const from = `'./${file.slice(0, -3)}'`;
  const values = names(text, 'const|function|class');
  const types = names(text, 'type|interface');
  if (values.length > 0) out += `export { ${values.join(', ')} } from ${from};\n`;
  if (types.length > 0) out += `export type { ${types.join(', ')} } from ${from};\n`;
}
writeFileSync(`${source}/index.ts`, out);

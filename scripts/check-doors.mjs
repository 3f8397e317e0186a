// Fails on a door of the core that nobody outside it uses, on a room that core/README.md leaves out, and on a name there that is gone.
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';

const files = execFileSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx'],
  {
    encoding: 'utf8',
  },
)
  .trim()
  .split('\n')
  .filter((f) => !f.startsWith('core/') && existsSync(f));
const imports = /import (?:type )?\{([^}]*)\} from '(@zebbit\/core(?:\/practice)?)'/g;
const used = new Map();
for (const file of files) {
  for (const [, names, from] of readFileSync(file, 'utf8').matchAll(imports)) {
    const seen = used.get(from) ?? new Set();
    for (const name of names.split(','))
      seen.add(
        name
          .trim()
          .replace(/^type /, '')
          .split(' as ')[0],
      );
    used.set(from, seen);
  }
}
const ENTRIES = {
  '@zebbit/core': 'core/src/index.ts',
  '@zebbit/core/practice': 'core/src/practice/index.ts',
};
const readme = readFileSync('core/README.md', 'utf8');
const sections = new Set([...readme.matchAll(/^## (.*)$/gm)].flatMap(([, rooms]) => rooms.split(', ')));
const faults = [];
let doors = 0;
for (const [entry, index] of Object.entries(ENTRIES)) {
  for (const [, names, from] of readFileSync(index, 'utf8').matchAll(
    /export (?:type )?\{([^}]*)\} from '([^']*)'/g,
  )) {
    const list = names
      .split(',')
      .map((n) => n.trim())
      .filter(Boolean);
    doors += list.length;
    const unused = list.filter((n) => !used.get(entry)?.has(n));
    if (unused.length > 0) faults.push(`${entry}: nobody uses ${unused.join(', ')} of ${from}`);
    const room = from.split('/')[1];
    if (entry === '@zebbit/core' && !sections.has(room)) faults.push(`core/README.md has no section ${room}`);
  }
}
// What the README names with its brackets must be there: a door, or a step inside a room.
const inside = execFileSync(
  'git',
  ['grep', '-hoE', '^export (async )?(function|const|class) \\w+', '--', 'core/src'],
  {
    encoding: 'utf8',
  },
);
const there = new Set(inside.split('\n').map((line) => line.split(' ').at(-1)));
for (const [, name] of readme.matchAll(/`(\w+)\(/g))
  if (!there.has(name)) faults.push(`core/README.md names ${name}(), which is nowhere in the core`);
for (const fault of new Set(faults)) console.error(fault);
console.log(`${doors} doors, ${faults.length} faults`);
process.exit(faults.length === 0 ? 0 : 1);

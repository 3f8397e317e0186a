// What every command needs first: packages installed, Debian's tools there, the application built. Plain Node, no dependencies.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
process.chdir(ROOT);

/** Runs a command in sight; returns its exit code. */
export function run(command, args, env = {}) {
  const result = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
  if (result.error) throw result.error;
  return result.status ?? 1;
}

/** Runs a command and stops the whole script when it fails. */
export function must(command, args, env = {}) {
  const code = run(command, args, env);
  if (code !== 0) {
    console.error(`${command} ${args.join(' ')} ended with ${code}`);
    process.exit(code);
  }
}

const hash = (text) => createHash('sha256').update(text).digest('hex');

/** Installs packages when there are none, or when the lock file changed since. */
export function ensureInstalled() {
  const stamp = 'node_modules/.zebbit-lock';
  const wanted = hash(readFileSync('package-lock.json'));
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  const here = existsSync('node_modules/.package-lock.json');
  console.log(
    here
      ? 'Packages changed: installing…'
      : 'Installing packages; sqlite3 is compiled, which takes a few minutes once…',
  );
  const path = existsSync('/usr/lib/ccache') ? `/usr/lib/ccache:${process.env.PATH}` : process.env.PATH;
  must('npm', ['ci', '--no-audit', '--no-fund'], { PATH: path });
  writeFileSync(stamp, wanted);
}

/** Installs Debian packages when the file that each is wanted for is missing. */
export function ensureDebian(wanted) {
  const missing = Object.entries(wanted).filter(([, file]) => !existsSync(file));
  if (missing.length === 0) return;
  const names = missing.map(([name]) => name);
  console.log(`Installing from Debian: ${names.join(', ')}`);
  const apt = (args) => (process.getuid?.() === 0 ? ['apt-get', args] : ['sudo', ['apt-get', ...args]]);
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  must(...apt(['update', '-qq']), env);
  must(...apt(['install', '-y', '-qq', '--no-install-recommends', ...names]), env);
}

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(
    0,
    ...readdirSync(path)
      .filter((n) => n !== 'dist' && n !== 'node_modules')
      .map((n) => newest(join(path, n))),
  );
}

/** Builds web, server and demo when a source is newer than the last build. */
export function ensureBuilt({ always = false } = {}) {
  const stamp = '.cache/built';
  const sources = ['core', 'contract', 'server', 'web', 'demo', 'package-lock.json'];
  const done = ['web/dist/index.html', 'server/dist/main.js', 'demo/dist/load.js', stamp].every((f) =>
    existsSync(f),
  );
  if (!always && done && statSync(stamp).mtimeMs > Math.max(...sources.map(newest))) return;
  console.log('Building…');
  for (const part of ['web', 'server', 'demo'])
    must(process.execPath, ['node_modules/vite/bin/vite.js', 'build', part, '--logLevel', 'warn']);
  mkdirSync('.cache', { recursive: true });
  writeFileSync(stamp, new Date().toISOString());
}

// npm test: installs what it needs; types, build and browser tests beside unit tests and lint; ends with one line of counts.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { ensureDebian, ensureInstalled } from './set-up.mjs';

ensureInstalled();
ensureDebian({
  'chromium-headless-shell': '/usr/bin/chromium-headless-shell',
  ngspice: '/usr/bin/ngspice',
  'calculix-ccx': '/usr/bin/ccx',
  'kicad-footprints': '/usr/share/kicad/footprints/Connector_USB.pretty',
});
mkdirSync('.cache', { recursive: true });
const counts = { passed: 0, failed: 0 };
const node = process.execPath;
const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
};

/** Runs a command; what it prints is kept together and shown when it ends. Resolves with its exit code. */
function quietly(command, args, env = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, ...env },
    });
    const said = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => said.push(piece));
    child.on('error', reject);
    child.on('exit', (code) => {
      process.stdout.write(Buffer.concat(said));
      resolve(code ?? 1);
    });
  });
}
const npmRun = (script, ...rest) =>
  quietly('npm', ['run', '--silent', script, ...(rest.length > 0 ? ['--', ...rest] : [])]);

/** One step, with its name, its verdict and its time. */
async function step(name, act) {
  const begun = Date.now();
  const code = await act();
  console.log(
    `== ${name}: ${code === 0 ? 'ok' : `failed (${code})`}, ${((Date.now() - begun) / 1000).toFixed(0)} s`,
  );
  return code;
}

/** Steps one after the other, until one fails. */
async function lane(...steps) {
  for (const [name, act] of steps) {
    const code = await step(name, act);
    if (code !== 0) return code;
  }
  return 0;
}

async function unit() {
  rmSync('.cache/jest.json', { force: true });
  const code = await npmRun('unit', '--json', '--outputFile=.cache/jest.json');
  const report = read('.cache/jest.json');
  counts.passed += report?.numPassedTests ?? 0;
  counts.failed += report?.numFailedTests ?? 0;
  return code === 0 && (report?.numPassedTests ?? 0) === 0 ? 1 : code;
}

async function build() {
  for (const part of ['web', 'server', 'demo']) {
    const code = await quietly(node, ['node_modules/vite/bin/vite.js', 'build', part, '--logLevel', 'warn']);
    if (code !== 0) return code;
  }
  writeFileSync('.cache/built', new Date().toISOString());
  return 0;
}

async function browserTests() {
  rmSync('.cache/playwright.json', { force: true });
  const code = await quietly(node, ['node_modules/@playwright/test/cli.js', 'test'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: '.cache/playwright.json',
  });
  const stats = read('.cache/playwright.json')?.stats;
  counts.passed += stats?.expected ?? 0;
  counts.failed += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0);
  return code === 0 && (stats?.expected ?? 0) === 0 ? 1 : code;
}

// Browser tests wait more than they compute: the unit tests and the lint fill what they leave idle.
const codes = await Promise.all([
  lane(['types', () => npmRun('check')], ['build', build], ['browser tests', browserTests]),
  lane(['unit tests', unit], ['lint', () => npmRun('lint', '--max-warnings', '0')]),
]);
const failedLane = codes.find((code) => code !== 0);
const failed = failedLane === undefined ? counts.failed : Math.max(counts.failed, 1);
console.log(`\n${counts.passed} passed, ${failed} failed`);
process.exit(failedLane ?? (failed > 0 ? 1 : 0));

// npm test: installs what it needs, then type-check, lint, unit tests, build, browser tests; ends with one line of counts.
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { ensureBuilt, ensureDebian, ensureInstalled, run } from './set-up.mjs';

ensureInstalled();
ensureDebian({
  chromium: '/usr/bin/chromium',
  ngspice: '/usr/bin/ngspice',
  'kicad-footprints': '/usr/share/kicad/footprints/Connector_USB.pretty',
});
mkdirSync('.cache', { recursive: true });
const counts = { passed: 0, failed: 0 };
const node = process.execPath;
const npmRun = (script, ...rest) =>
  run('npm', ['run', '--silent', script, ...(rest.length > 0 ? ['--', ...rest] : [])]);
const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
};

/** One step; a failing one ends the run, so that its message is the last thing on the screen. */
function step(name, act) {
  console.log(`\n== ${name}`);
  const begun = Date.now();
  const code = act();
  console.log(
    `== ${name}: ${code === 0 ? 'ok' : `failed (${code})`}, ${((Date.now() - begun) / 1000).toFixed(0)} s`,
  );
  if (code !== 0) finish(Math.max(counts.failed, 1), code);
}

function finish(failed, code) {
  console.log(`\n${counts.passed} passed, ${failed} failed`);
  process.exit(code);
}

step('types', () => npmRun('check'));
step('lint', () => npmRun('lint', '--max-warnings', '0'));
step('unit tests', () => {
  rmSync('.cache/jest.json', { force: true });
  const code = npmRun('unit', '--json', '--outputFile=.cache/jest.json');
  const report = read('.cache/jest.json');
  counts.passed += report?.numPassedTests ?? 0;
  counts.failed += report?.numFailedTests ?? 0;
  return code === 0 && (report?.numPassedTests ?? 0) === 0 ? 1 : code;
});
step('build', () => {
  ensureBuilt({ always: true });
  return 0;
});
step('browser tests', () => {
  rmSync('.cache/playwright.json', { force: true });
  const code = run(node, ['node_modules/@playwright/test/cli.js', 'test'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: '.cache/playwright.json',
  });
  const stats = read('.cache/playwright.json')?.stats;
  counts.passed += stats?.expected ?? 0;
  counts.failed += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0);
  return code === 0 && (stats?.expected ?? 0) === 0 ? 1 : code;
});
finish(counts.failed, counts.failed === 0 ? 0 : 1);

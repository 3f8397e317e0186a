// npm run play-job: makes anew the made-up job that an empty workshop offers to play with, from the demo, as a job's file.
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serve } from './serve.mjs';
import { ensureBuilt, ensureInstalled, must } from './set-up.mjs';

const JOB = 'Audio guide 3';
ensureInstalled();
ensureBuilt();
const home = mkdtempSync(join(tmpdir(), 'zebbit-play-'));
const { url, server } = await serve({ home, port: 4182 });
must(process.execPath, ['demo/dist/load.js', url]);
const jobs = await fetch(`${url}/api/jobs`).then((r) => r.json());
const { id } = jobs.find((j) => j.name === JOB);
const bundle = await fetch(`${url}/api/jobs/${id}/bundle`);
writeFileSync('web/public/play-job.zip', Buffer.from(await bundle.arrayBuffer()));
server.removeAllListeners('exit');
server.kill();
rmSync(home, { recursive: true });

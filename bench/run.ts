import { isMainThread } from 'node:worker_threads';
import { FURTHER_STAGES, OTHER_STAGES } from '@zebbit/core/practice';
import { benchBoards } from './boards';
import { benchCharge } from './charge';
import { benchCircuit } from './circuit';
import { benchInquiry } from './inquiry';
import { benchDrawer } from './drawer';
import { benchEvening } from './evening';
import { benchHeat } from './heat';
import { benchHeatSettings } from './heat-settings';
import { benchHomePage } from './home-page';
import { benchMatch, seedsOfTwenty } from './match';
import { benchPhoto, benchPhotoCrowd, benchPhotoSpeed } from './photo';
import { benchPhotos } from './photos';
import { benchPlate } from './plate';
import { benchNets } from './nets';
import { benchKills } from './kills';
import { benchLandings } from './landings';
import { benchPairs } from './pairs';
import { benchChoices, benchRoutes } from './rebuild';
import { benchServer } from './server';
import { benchShorts } from './shorts';
import { benchVerdicts } from './verdicts';
import { benchTrace, benchTraceSpeed } from './trace';

/** Boards of a row of seeds: half of them from 1 on, half from a number that is new at every run. */
function boardSeeds(fresh: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => (i < count / 2 ? i + 1 : 1_000_000 + fresh * 1000 + i));
}

async function run(): Promise<void> {
  const wanted = process.argv.slice(2);
  if (wanted[0] === 'boards') {
    if (wanted[1] === undefined) throw new Error('boards wants a folder: npm run bench -- boards DIR');
    // How many hands slip over each board may follow (5 as a rule), and a seed by which all are laid out anew.
    benchBoards(wanted[1], Number(wanted[2] ?? 5), wanted[3] === undefined ? null : Number(wanted[3]));
    return;
  }
  if (wanted[0] === 'photos') {
    if (wanted[1] === undefined) throw new Error('photos wants a folder: npm run bench -- photos DIR');
    await benchPhotos(wanted[1], wanted[2] ?? null, wanted[3] ?? null);
    return;
  }
  if (wanted[0] === 'landings') {
    if (wanted[1] === undefined)
      throw new Error('landings wants a folder of boards: npm run bench -- landings DIR');
    // How many boards of each stage may follow: 12 as a rule.
    const now = Math.floor(Date.now() % 1e6);
    benchLandings(wanted[1], Number(wanted[2] ?? 12), now);
    benchPairs(wanted[1], Number(wanted[2] ?? 12), now);
    return;
  }
  if (wanted[0] === 'rebuild') {
    // `routes` or `choices`, and how many boards: 300 and 1000 as a rule.
    const now = Math.floor(Date.now() % 1e6);
    if (wanted[1] !== 'choices') benchRoutes(now, Number(wanted[2] ?? 300));
    if (wanted[1] !== 'routes') benchChoices(now, Number(wanted[2] ?? 1000));
    return;
  }
  if (wanted[0] === 'heat' && wanted[1] === 'settings') {
    // How many boards may follow: 1000 as a rule.
    benchHeatSettings(Number(wanted[2] ?? 1000), Math.floor(Date.now() % 1e6));
    return;
  }
  const part = async (name: string, act: () => void | Promise<void>): Promise<void> => {
    if (wanted.length === 0 || wanted.includes(name)) await act();
  };
  const fresh = Math.floor(Date.now() % 1e6);
  const seeds = [1, 2, fresh];
  process.stdout.write(`Fixed seeds 1, 2 and a fresh one, ${fresh}\n`);
  await part('nets', () => benchNets(seeds));
  await part('inquiry', () => benchInquiry(seeds));
  await part('circuit', () => benchCircuit(seeds));
  await part('trace-speed', () => benchTraceSpeed(fresh));
  await part('trace', async () => {
    // How many boards may follow: 1000 as a rule.
    const count = Number(wanted[1] ?? 1000);
    await benchTrace(
      boardSeeds(fresh, count),
      [0, 0.03],
      `seeds 1 to ${count / 2} and ${count / 2} from ${1_000_000 + fresh * 1000 + count / 2}`,
    );
    await benchTrace(
      boardSeeds(fresh, count),
      [0, 0.03],
      `${OTHER_STAGES.length} stages that the belief was not made on`,
      'others',
    );
    await benchTrace(
      boardSeeds(fresh, count),
      [0, 0.03],
      `${FURTHER_STAGES.length} stages drawn after it, legs torn, parts on both faces`,
      'further',
    );
  });
  await part('shorts', () => benchShorts(boardSeeds(fresh, 1000)));
  await part('match', () => benchMatch(seedsOfTwenty, fresh));
  await part('photo', async () => {
    await benchPhotoSpeed(fresh);
    await benchPhotoCrowd(fresh);
    await benchPhoto([1, 2, 4, fresh]);
  });
  await part('heat', () => benchHeat());
  await part('charge', () => benchCharge(Number(wanted[1] ?? 200), fresh));
  await part('verdicts', () => benchVerdicts(Number(wanted[1] ?? 300), fresh));
  await part('plate', () => benchPlate());
  await part('drawer', () => benchDrawer());
  await part('evening', () => benchEvening(fresh, Number(wanted[1] ?? 500), Number(wanted[2] ?? 50)));
  await part('home', () => benchHomePage());
  await part('server', () => benchServer());
  await part('kills', () => benchKills(fresh));
}

// The trace bench starts this same file again in workers, which play their share of the boards only.
if (isMainThread) await run();

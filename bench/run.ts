import { benchInquiry } from './inquiry';
import { benchPhoto, benchPhotoSpeed } from './photo';
import { benchPlate } from './plate';
import { benchNets } from './nets';

const fresh = Math.floor(Date.now() % 1e6);
const seeds = [1, 2, fresh];
process.stdout.write(`Fixed seeds 1, 2 and a fresh one, ${fresh}\n`);
benchNets(seeds);
benchInquiry(seeds);
await benchPhotoSpeed(fresh);
await benchPlate();
await benchPhoto([1, 2, 4, fresh]);

import * as Comlink from 'comlink';
import { createChargeReader } from './charge-reader';

Comlink.expose(createChargeReader());

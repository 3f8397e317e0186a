import * as Comlink from 'comlink';
import { createHasher } from './hasher';

Comlink.expose(createHasher());

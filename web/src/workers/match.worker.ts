import * as Comlink from 'comlink';
import { createMatcher } from './matcher';

Comlink.expose(createMatcher());

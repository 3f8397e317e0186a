import * as Comlink from 'comlink';
import { createAdviser } from './adviser';

Comlink.expose(createAdviser());

import * as Comlink from 'comlink';
import { createWireLayer } from './wire-layer';

Comlink.expose(createWireLayer());

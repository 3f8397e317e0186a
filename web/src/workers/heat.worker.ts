import * as Comlink from 'comlink';
import { createHeater } from './heater';

Comlink.expose(createHeater());

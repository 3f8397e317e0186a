import * as Comlink from 'comlink';
import { createPlanner } from './planner';

Comlink.expose(createPlanner());

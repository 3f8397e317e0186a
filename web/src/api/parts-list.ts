import { routes } from '@zebbit/contract';
import type { PartsAnswer } from '@zebbit/contract';
import { api } from './client';

/** The person's own parts; asked for by the worker that lays them out, so it stands apart from what needs React. */
export const fetchParts = (): Promise<PartsAnswer> => api.get<PartsAnswer>(routes.parts());

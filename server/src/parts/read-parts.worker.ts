import { parentPort, workerData } from 'node:worker_threads';
import { ApiError } from '../errors/api-error';
import type { NamedBytes } from '../zip/unpack-zip';
import { readParts } from './read-parts';

/** A thread of its own: whatever a file does to the reading, the server goes on answering. */
if (parentPort) {
  const port = parentPort;
  try {
    readParts(workerData as readonly NamedBytes[], (news) => port.postMessage(news));
    port.postMessage({ kind: 'end' });
  } catch (error) {
    if (!(error instanceof ApiError)) throw error;
    port.postMessage({ kind: 'failure', failure: error.failure, status: error.getStatus() });
  }
}

import 'reflect-metadata';
import '@testing-library/jest-dom/jest-globals';
import { configure } from '@testing-library/dom';

// A busy machine takes its time: waiting ends at what is waited for, not at a second.
configure({ asyncUtilTimeout: 10_000 });

/** The test environment has no workers: one that is asked here never answers, as one that was given up. */
class SilentWorker extends EventTarget {
  postMessage(): void {
    // Nobody is there.
  }
  terminate(): void {
    // Nothing to end.
  }
}
Object.assign(globalThis, { Worker: SilentWorker });

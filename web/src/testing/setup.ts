import 'reflect-metadata';
import '@testing-library/jest-dom/jest-globals';
import { configure } from '@testing-library/dom';

// A busy machine takes its time: waiting ends at what is waited for, not at a second.
configure({ asyncUtilTimeout: 10_000 });

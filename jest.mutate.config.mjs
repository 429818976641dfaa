// The tests that have to notice a change in the core, its own and those of the
// contract, as one project: only so can each be told apart by what it covers.
import { join } from 'node:path';
import config from './jest.config.mjs';

const [core] = config.projects;
export default {
  ...core,
  roots: ['<rootDir>/packages/core/src', '<rootDir>/packages/contract/src'],
  testSequencer: join(import.meta.dirname, 'scripts/lib/nearestFirst.mjs'),
};

// The first look at a change of the core: its own tests without those that take
// long because they try a whole setup, a picture or a series of frames.
import config from './jest.mutate.config.mjs';

export default {
  ...config,
  roots: ['<rootDir>/packages/core/src'],
  testPathIgnorePatterns: [
    ...(config.testPathIgnorePatterns ?? []),
    'recorded',
    '/settle/',
    '/lensTests/(chartSharpness|flare|texture|light|report)\\.test',
    '/assembly/(pair|coarse|blend|place)\\.test',
    '/examples\\.test',
    '/structure\\.test',
  ],
};

const swc = [
  '@swc/jest',
  { jsc: { parser: { syntax: 'typescript', tsx: true }, transform: { react: { runtime: 'automatic' } }, target: 'es2022' } },
];

/** @param {string} displayName @param {string} root */
const project = (displayName, root, more = {}) => ({
  displayName,
  rootDir: import.meta.dirname,
  roots: [`<rootDir>/${root}`],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  testEnvironment: 'node',
  // A global that is looked up in the sandbox of a test costs many times as much as one that is handed in.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Object',
    'Array',
    'Float64Array',
    'Float32Array',
    'Uint8Array',
    'Uint16Array',
    'Int32Array',
    'JSON',
    'Map',
    'Set',
  ],
  setupFiles: ['<rootDir>/scripts/lib/sameThrows.setup.ts'],
  transform: { '^.+\\.(tsx?|m?js)$': swc },
  // Packages that ship as modules only.
  transformIgnorePatterns: [
    '/node_modules/(?!(ml-[^/]*|is-any-array|cheminfo-types|fft\\.js|three|d3-[^/]*|internmap|intl-messageformat|@formatjs)/)',
  ],
  moduleNameMapper: {
    '^@gangway/core/(.*)$': '<rootDir>/packages/core/src/$1',
    '^@gangway/contract/(.*)$': '<rootDir>/packages/contract/src/$1',
    '^@gangway/messages/(.*)$': '<rootDir>/packages/messages/src/$1',
    '^@gangway/vision/(.*)$': '<rootDir>/packages/vision/src/$1',
  },
  ...more,
});

export default {
  projects: [
    project('core', 'packages/core/src'),
    project('messages', 'packages/messages/src'),
    project('contract', 'packages/contract/src'),
    project('vision', 'packages/vision/src'),
    project('web', 'apps/web/src'),
    project('command line', 'bin/src'),
    project('server', 'apps/server/src'),
    project('scripts', 'scripts'),
  ],
};

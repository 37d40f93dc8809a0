/** Packages that come only as ECMAScript modules: Jest needs them turned into the other kind. */
const modern = [
  'nanoid',
  'culori',
  'd3-.*',
  'internmap',
  'postal-mime',
  'happy-dom',
  'entities',
  'whatwg-mimetype',
  'buffer-image-size',
];

/** @type {import('jest').Config} */
module.exports = {
  // Machines that do other work beside the tests are slow; a test that hangs still ends.
  testTimeout: 30_000,
  testEnvironment: 'node',
  globalSetup: '<rootDir>/testing/drawer.cjs',
  testMatch: ['<rootDir>/{core,server,ui,demo,reference,app}/**/*.test.ts'],
  transformIgnorePatterns: [`/node_modules/(?!(${modern.join('|')})/)`],
  transform: {
    '^.+\\.(ts|tsx|js|mjs)$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true, decorators: true },
          transform: { legacyDecorator: true, react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/$1', '^arquero$': '<rootDir>/node_modules/arquero/dist/arquero.min.js' },
  setupFiles: ['reflect-metadata', '<rootDir>/testing/seed.ts'],
};

/** One project a package: the core alone, the contract, the server (Nest needs vm-modules), the web. */
const swc = (tsx, type = 'es6') => [
  '@swc/jest',
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', tsx, decorators: true },
      transform: {
        legacyDecorator: true,
        decoratorMetadata: true,
        useDefineForClassFields: true,
        react: { runtime: 'automatic' },
      },
      keepClassNames: true,
    },
    module: { type },
    sourceMaps: 'inline',
  },
];
const project = (name, extra = {}) => ({
  displayName: name,
  rootDir: `./${name}`,
  testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.ts$': swc(false), '^.+\\.tsx$': swc(true) },
  testEnvironment: 'node',
  ...extra,
});
export default {
  // Both cores of a small machine: Jest would leave one idle.
  maxWorkers: 2,
  projects: [
    // The core has no modules of its own kind: as plain scripts its arithmetic is not looked up through the sandbox, which is several times faster.
    project('core', {
      extensionsToTreatAsEsm: [],
      transform: { '^.+\\.ts$': swc(false, 'commonjs') },
      sandboxInjectedGlobals: [
        'Math',
        'Float64Array',
        'Uint8Array',
        'Int32Array',
        'Float32Array',
        'Map',
        'Set',
        'Number',
        'Infinity',
        'Array',
        'Object',
      ],
    }),
    project('contract'),
    project('server'),
    project('web', {
      testEnvironment: '<rootDir>/src/testing/browser-environment.js',
      setupFilesAfterEnv: ['<rootDir>/src/testing/setup.ts'],
      moduleNameMapper: { '\\.css$': '<rootDir>/src/testing/empty.js' },
    }),
  ],
};

/* Unit and database tests. Packages are ES modules, so they are compiled as well. */
const ES_MODULES = [
  ...[
    'culori',
    'css-select',
    'css-what',
    'css-tree',
    'htmlparser2',
    'domhandler',
    'domutils',
    'domelementtype',
    'dom-serializer',
  ],
  ...[
    'entities',
    'nth-check',
    'boolbase',
    '@bramus',
    'zod',
    'fast-check',
    'mdn-data',
    'munkres',
    'fast-png',
    'iobuffer',
    'lcms-wasm',
    '@vueuse',
  ],
]

export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/core', '<rootDir>/server', '<rootDir>/app', '<rootDir>/demo', '<rootDir>/bin', '<rootDir>/render'],
  testMatch: ['**/*.test.ts'],
  transform: {
    '^.+\\.m?[jt]s$': [
      '<rootDir>/tests/unit-transform.mjs',
      { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'commonjs' } },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${ES_MODULES.join('|')})/)`],
  moduleNameMapper: {
    '^~/(.*)$': '<rootDir>/app/$1',
    '^#imports$': '<rootDir>/tests/nuxt.ts',
    // it has no entry for CommonJS
    '^@bramus/specificity/core$': '<rootDir>/node_modules/@bramus/specificity/src/core/index.js',
  },
  // passwords are hashed with little work; a test holds what is usual
  setupFiles: ['<rootDir>/tests/unit-setup.mjs'],
  testTimeout: 120_000,
  maxWorkers: 2,
}

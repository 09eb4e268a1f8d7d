// Native ESM: run with NODE_OPTIONS=--experimental-vm-modules, so that packages load as Node loads them.
/** @type {import('jest').Config} */
export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/src', '<rootDir>/demo', '<rootDir>/scripts'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  globalSetup: '<rootDir>/src/testing/global-setup.ts',
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
          experimental: { keepImportAttributes: true },
        },
        module: { type: 'es6' },
      },
    ],
  },
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^server-only$': '<rootDir>/src/testing/empty.ts',
    '^next/navigation$': '<rootDir>/src/testing/doubles/next-navigation.ts',
    '^sonner$': '<rootDir>/src/testing/doubles/sonner.ts',
  },
  testTimeout: 180_000,
  maxWorkers: 2,
};

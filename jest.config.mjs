import nextJest from 'next/jest.js';
import { scaled, slowness } from './scripts/machine.mjs';

// Tests with limits of their own go by it too.
process.env.MAVRIN_SLOWNESS = String(slowness);

const createJestConfig = nextJest({ dir: './' });

export default createJestConfig({
  testEnvironment: 'node',
  globalSetup: '<rootDir>/tests/emptyBase.mjs',
  setupFiles: ['<rootDir>/tests/drawn.ts'],
  testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}', '<rootDir>/tests/**/*.test.ts'],
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1', '^server-only$': '<rootDir>/tests/empty.ts' },
  testTimeout: Math.max(120_000, scaled(60_000)),
});

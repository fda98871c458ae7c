import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    // Both cores, beside what runs with them.
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'scripts',
          root: './scripts',
          include: ['lib/**/*.test.mjs'],
          environment: 'node',
        },
      },
      {
        test: {
          name: 'core',
          isolate: false,
          root: './core',
          include: ['src/**/*.test.ts'],
          environment: 'node',
          testTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'server',
          isolate: false,
          root: './server',
          globalSetup: './src/testingTemplate.ts',
          include: ['src/**/*.test.ts'],
          environment: 'node',
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'stand-ins',
          isolate: false,
          root: './stand-ins',
          include: ['src/**/*.test.ts'],
          environment: 'node',
        },
      },
      {
        test: {
          name: 'web',
          isolate: false,
          root: './web',
          include: ['src/**/*.test.ts'],
          environment: 'node',
        },
      },
      {
        test: {
          name: 'screens',
          // Two tests beside a browser on two cores: the clock is no verdict.
          testTimeout: 30_000,
          isolate: false,
          setupFiles: './src/app/screens.setup.ts',
          root: './web',
          include: ['src/**/*.test.tsx'],
          environment: 'happy-dom',
        },
      },
    ],
  },
});

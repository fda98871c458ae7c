import { join } from 'node:path';
import { defineConfig, type TestProjectInlineConfiguration } from 'vitest/config';
import { bundleCore } from './scripts/lib/build.mjs';

const alias = await bundleCore();
/** A room that only uses the core; the core's own tests read its modules. */
const usesCore = (
  test: NonNullable<TestProjectInlineConfiguration['test']>,
  more: Record<string, string> = {},
): TestProjectInlineConfiguration => ({
  resolve: { alias: { ...alias, ...more } },
  // React as it is built has no other.
  oxc: { jsx: { runtime: 'automatic', development: false } },
  test: { server: { deps: { external: [/\/core\/dist\//] } }, ...test },
});

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
      usesCore({
        name: 'server',
        isolate: false,
        root: './server',
        globalSetup: './src/testingTemplate.ts',
        include: ['src/**/*.test.ts'],
        environment: 'node',
        testTimeout: 30_000,
        hookTimeout: 60_000,
      }),
      usesCore({
        name: 'stand-ins',
        isolate: false,
        root: './stand-ins',
        include: ['src/**/*.test.ts'],
        environment: 'node',
      }),
      usesCore({
        name: 'web',
        setupFiles: ['./src/app/channels.setup.ts', './src/app/pageEnds.setup.ts'],
        isolate: false,
        root: './web',
        include: ['src/**/*.test.ts'],
        environment: 'node',
      }),
      usesCore(
        {
          name: 'screens',
          // Two tests beside a browser on two cores: the clock is no verdict.
          testTimeout: 30_000,
          // As in the browser: what passes at its second try is told at the end, and is no failure.
          retry: 1,
          isolate: false,
          setupFiles: ['./src/app/screens.setup.ts', './src/app/pageEnds.setup.ts'],
          root: './web',
          include: ['src/**/*.test.tsx'],
          environment: 'happy-dom',
          // Pages come and go: room for what is young saves a seventh of the time, spent on tidying up.
          execArgv: ['--max-semi-space-size=64'],
          // React as it is built: what it notes for its messages costs more than drawing.
          env: { NODE_ENV: 'production' },
        },
        {
          'virtual:pwa-register/react': join(
            import.meta.dirname,
            'web/src/app/noWorker.testing.ts',
          ),
        },
      ),
    ],
  },
});

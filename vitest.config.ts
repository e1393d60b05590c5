import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/**/src/**/*.test.ts', 'apps/**/{src,test}/**/*.test.ts'],
    setupFiles: ['./vitest.setup.ts'],
    testTimeout: 120_000,
    // Many of them start a server, which a busy machine takes its time for.
    hookTimeout: 60_000,
    // As many as there are cores; by default one of them is left alone.
    maxWorkers: '100%',
  },
});

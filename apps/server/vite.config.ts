import { defineConfig } from 'vite';

// Bundles the server and its workspace packages for Node; packages from the registry stay outside.
export default defineConfig({
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
    sourcemap: true,
    rollupOptions: {
      input: {
        main: 'src/main.ts',
        'render-worker': '../../packages/engine/src/node/worker.ts',
        seed: '../../demo/seed.ts',
      },
      output: { entryFileNames: '[name].js' },
    },
  },
  ssr: { noExternal: [/^@diplex\//] },
});

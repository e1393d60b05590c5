import { defineConfig } from 'vite';

export default defineConfig({
  build: {
    ssr: true,
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
    rollupOptions: {
      input: {
        main: 'src/main.ts',
        'bench-worker': 'src/threads/worker.ts',
        'render-worker': '../packages/engine/src/node/worker.ts',
      },
      // Workers are found beside the file that starts them, so all files lie in one folder.
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
  ssr: { noExternal: [/^@diplex\//] },
});

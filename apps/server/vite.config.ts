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
        render: 'src/render-command.ts',
        'encode-avif': 'src/deliveries/encoders/encode-avif.ts',
        seed: '../../demo/seed.ts',
      },
      // Workers are found beside the file that starts them, so all files lie in one folder.
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
  ssr: { noExternal: [/^@diplex\//] },
});

import { readFileSync } from 'node:fs';
import { defineConfig, type Plugin } from 'vite';

/** The font of what is laid out on pages lies beside the server. */
const font: Plugin = {
  name: 'font',
  generateBundle() {
    const file = new URL('../../packages/lettering/generated/figtree.ttf', import.meta.url);
    this.emitFile({ type: 'asset', fileName: 'figtree.ttf', source: readFileSync(file) });
  },
};

// Bundles the server and its workspace packages for Node; packages from the registry stay outside.
export default defineConfig({
  plugins: [font],
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

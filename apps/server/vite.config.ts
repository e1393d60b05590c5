import { readFileSync } from 'node:fs';
import { defineConfig, type Plugin } from 'vite';

const ROOT = new URL('../../', import.meta.url);

/** What lies beside the built server: the font of pages, and the networks that look for subjects with what runs them. */
const BESIDE = [
  'packages/lettering/generated/figtree.ttf',
  ...['centernet', 'selfie'].flatMap((name) =>
    ['bin', 'json'].map((ending) => `packages/sight/models/${name}.${ending}`),
  ),
  ...['tfjs-backend-wasm.wasm', 'tfjs-backend-wasm-simd.wasm'].map(
    (name) => `node_modules/@tensorflow/tfjs-backend-wasm/dist/${name}`,
  ),
];

const beside: Plugin = {
  name: 'beside',
  generateBundle() {
    for (const path of BESIDE) {
      const fileName = path.split('/').at(-1);
      this.emitFile({ type: 'asset', fileName, source: readFileSync(new URL(path, ROOT)) });
    }
  },
};

// Bundles the server and its workspace packages for Node; packages from the registry stay outside.
export default defineConfig({
  plugins: [beside],
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
        recipe: 'src/recipe-command.ts',
        'encode-avif': 'src/deliveries/encoders/encode-avif.ts',
        'sight-worker': 'src/recipes/sight-worker.ts',
        seed: '../../demo/seed.ts',
      },
      // Workers are found beside the file that starts them, so all files lie in one folder.
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
  ssr: { noExternal: [/^@diplex\//] },
});

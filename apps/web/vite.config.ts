import tailwind from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

// Shared memory needs a cross-origin isolated page; the server sends the same headers.
const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
};

export default defineConfig({
  plugins: [react(), tailwind()],
  worker: { format: 'es' },
  build: { target: 'es2023', chunkSizeWarningLimit: 1500 },
  server: {
    host: '127.0.0.1',
    port: 4311,
    headers: isolation,
    proxy: { '/api': { target: 'http://127.0.0.1:4310', changeOrigin: true } },
  },
});

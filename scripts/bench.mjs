import { runToEnd } from './serve.mjs';

const vite = ['vite', 'build', '--config', 'vite.config.ts', '--logLevel', 'warn'];
await runToEnd('npx', vite, { cwd: new URL('../bench', import.meta.url) });
await runToEnd(process.execPath, ['bench/dist/main.js', ...process.argv.slice(2)]);

import { runToEnd, serve } from './serve.mjs';

const page = 'http://127.0.0.1:4311';
const { server, address } = await serve({
  data: process.env.DIPLEX_DATA ?? 'data',
  port: 4310,
  page: null,
  env: { DIPLEX_ORIGINS: page },
});
await runToEnd(process.execPath, ['apps/server/dist/seed.js', address, 'demo']);
console.log(`The page reloads at ${page}`);
await runToEnd('npm', ['run', '--silent', 'dev', '-w', '@diplex/web']).finally(() => server.kill());

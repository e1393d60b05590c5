import { runToEnd, serve } from './serve.mjs';

const port = Number(process.env.DIPLEX_PORT ?? 4310);
try {
  const { server, address } = await serve({ data: process.env.DIPLEX_DATA ?? 'data', port });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
  server.on('exit', (code) => process.exit(code ?? 0));
  await runToEnd(process.execPath, ['apps/server/dist/seed.js', address, 'demo']);
  console.log(`\nDiplex is ready at ${address}\nStop it with Ctrl C.`);
} catch (error) {
  console.error(error.message);
  process.exit(1);
}

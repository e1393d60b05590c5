import { runToEnd, serve, serveLibrary } from './serve.mjs';

const port = Number(process.env.DIPLEX_PORT ?? 4310);

/** Without a library everything else works: where its port is taken it is left out, and that is said. */
async function library() {
  try {
    return await serveLibrary({ port: Number(process.env.DIPLEX_LIBRARY_PORT ?? 4320) });
  } catch (error) {
    console.error(`${error.message}\nGoing on without the element library.`);
    return null;
  }
}

try {
  const elements = await library();
  const env = elements ? { DIPLEX_LIBRARY: elements.address } : {};
  const { server, address } = await serve({ data: process.env.DIPLEX_DATA ?? 'data', port, env });
  const end = (signal) => {
    elements?.server.kill(signal);
    server.kill(signal);
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => end(signal));
  server.on('exit', (code) => {
    elements?.server.kill();
    process.exit(code ?? 0);
  });
  await runToEnd(process.execPath, ['apps/server/dist/seed.js', address, 'demo']);
  console.log(`\nDiplex is ready at ${address}\nStop it with Ctrl C.`);
} catch (error) {
  console.error(error.message);
  process.exit(1);
}

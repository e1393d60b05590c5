import { resolve } from 'node:path';
import { libraryServer } from './library-server';

const folder = resolve(process.env.DIPLEX_LIBRARY_FOLDER ?? 'demo');
const port = Number(process.env.DIPLEX_LIBRARY_PORT ?? 4320);

const server = await libraryServer(folder);
server.on('error', (error) => {
  console.error(`The library could not start: ${error.message}`);
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => {
  const bound = server.address();
  const at = typeof bound === 'object' && bound ? bound.port : port;
  console.log(`The element library is ready at http://127.0.0.1:${at}`);
});

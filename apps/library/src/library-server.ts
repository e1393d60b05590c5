import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import {
  type Catalogue,
  type Element,
  licenceOf,
  readCatalogue,
  search,
  USES,
  type Use,
} from './catalogue';
import { fileOf, previewOf, sizeOf } from './pictures';

/** An answer that is no picture. */
function say(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'Content-Type': 'application/json; charset=utf-8' });
  response.end(JSON.stringify(body));
}

function isUse(word: string): word is Use {
  return (USES as readonly string[]).includes(word);
}

/** An element as the protocol tells of it: see docs/library.md. */
async function told(folder: string, catalogue: Catalogue, element: Element) {
  const { id, title, creator, words } = element;
  const { name, text, allows, credit } = licenceOf(catalogue, element);
  const licence = { name, text, allows, credit };
  return { id, title, creator, words, ...(await sizeOf(folder, element)), licence };
}

/** Answers requests for the elements of a folder: the library's protocol. */
export async function libraryServer(folder: string): Promise<Server> {
  const catalogue = await readCatalogue(folder);

  const items = async (response: ServerResponse, query: URLSearchParams) => {
    const words = (query.get('words') ?? '').split(/\s+/).filter(Boolean);
    const may = (query.get('may') ?? '').split(',').filter(Boolean);
    const unknown = may.find((word) => !isUse(word));
    if (unknown) {
      return say(response, 400, { detail: `"may" knows ${USES.join(', ')}, and not ${unknown}.` });
    }
    const found = search(catalogue, { words, may: may.filter(isUse) });
    say(response, 200, {
      items: await Promise.all(found.map((element) => told(folder, catalogue, element))),
    });
  };

  const picture = async (response: ServerResponse, id: string, what: string) => {
    const element = catalogue.elements.find((each) => each.id === id);
    if (!element) return say(response, 404, { detail: `There is no element ${id}.` });
    if (what === '') return say(response, 200, await told(folder, catalogue, element));
    if (what === 'preview') {
      response.writeHead(200, { 'Content-Type': 'image/webp' });
      return void response.end(await previewOf(folder, element));
    }
    const { name, type, bytes } = await fileOf(folder, element);
    response.writeHead(200, {
      'Content-Type': type,
      'Content-Length': bytes.length,
      'Content-Disposition': `attachment; filename="${name}"`,
    });
    response.end(bytes);
  };

  const answer = async (request: IncomingMessage, response: ServerResponse) => {
    if (request.method !== 'GET')
      return say(response, 405, { detail: 'The library is read only.' });
    const { pathname, searchParams } = new URL(request.url ?? '/', 'http://library');
    if (pathname === '/') {
      return say(response, 200, { name: catalogue.name, items: catalogue.elements.length });
    }
    if (pathname === '/items') return items(response, searchParams);
    const [, id, what = ''] = /^\/items\/([\w-]+)(?:\/(preview|file))?$/.exec(pathname) ?? [];
    if (id) return picture(response, id, what);
    say(response, 404, { detail: 'There is nothing at this address.' });
  };

  return createServer((request, response) => {
    answer(request, response).catch((error: unknown) => {
      console.error(error);
      if (response.headersSent) response.destroy();
      else say(response, 500, { detail: 'The library could not read that element.' });
    });
  });
}

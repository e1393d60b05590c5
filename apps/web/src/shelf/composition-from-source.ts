import {
  addLayer,
  EMPTY_HISTORY,
  newComposition,
  newId,
  perform,
  placedAt,
  plainLayer,
  record,
} from '@diplex/document';
import { tellProblem } from '../bench/notice-store';
import { openPage } from '../bench/page-navigation';
import { wordsOf } from '../link/problem';
import { type Source, server } from '../link/server';

/** Opens a new composition of a source's size, with the source as its first layer. */
export async function compositionFromSource(source: Source): Promise<void> {
  const { width, height, hash } = source;
  const title = source.title.slice(0, 200) || source.name;
  const content = { kind: 'photo' as const, source: hash, size: { width, height } };
  const layer = plainLayer(newId(), title, content, placedAt({ x: width / 2, y: height / 2 }));
  const empty = newComposition(title, { width, height });
  const { composition, entry } = perform(empty, addLayer, { layer });
  const history = entry ? record(EMPTY_HISTORY, entry) : EMPTY_HISTORY;
  try {
    const { id } = await server.keepCopy(title, composition, history);
    openPage(`/c/${id}/cut`);
  } catch (error) {
    tellProblem(wordsOf(error));
  }
}

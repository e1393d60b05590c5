import {
  addLayer,
  EMPTY_HISTORY,
  newComposition,
  newId,
  perform,
  placedAt,
  record,
} from '@diplex/document';
import { openPage } from '../actions/page-navigation';
import { tellProblem } from '../bench/notice-store';
import { wordsOf } from '../link/problem';
import { type Source, server } from '../link/server';

/** Opens a new composition of a source's size, with the source as its first layer. */
export async function compositionFromSource(source: Source): Promise<void> {
  const { width, height, hash } = source;
  const title = source.title.slice(0, 200) || source.name;
  const layer = {
    ...{ id: newId(), kind: 'photo' as const, name: title, shown: true, locked: false, opacity: 1 },
    ...{ blending: 'normal' as const, placement: placedAt({ x: width / 2, y: height / 2 }) },
    ...{ source: hash, size: { width, height }, maskUse: null },
  };
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

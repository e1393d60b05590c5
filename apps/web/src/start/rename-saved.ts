import { changeBetween, perform, record, renameComposition } from '@diplex/document';
import { server } from '../link/server';

/** Renames a composition that is not open, as a step of its own history. */
export async function renameSaved(id: string, title: string): Promise<void> {
  const { document, history, revision } = await server.composition(id);
  const { entry } = perform(document, renameComposition, { title });
  if (!entry) return;
  await server.saveComposition(id, revision, changeBetween(history, record(history, entry)));
}

import type { CompositionsService } from '../compositions/compositions.service';
import { Refused } from './file-options';

/** The id of the composition in the data folder that is called so, by its id or its title. */
export async function findComposition(
  from: string,
  compositions: CompositionsService,
): Promise<string> {
  const all = await compositions.all();
  const found = all.filter(({ id, title }) => id === from || title === from);
  if (found.length === 0)
    throw new Refused(`There is no composition "${from}" in the data folder.`);
  if (found.length > 1) {
    throw new Refused(
      `"${from}" is the title of several: ${found.map(({ id }) => id).join(', ')}.`,
    );
  }
  return found[0]?.id ?? '';
}

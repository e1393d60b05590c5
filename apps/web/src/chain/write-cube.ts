import type { Layer } from '@diplex/document';
import { MOST_NODES, tableOfChain, writeCube } from '@diplex/steps';
import { tellProblem } from '../bench/notice-store';
import { giveFile } from '../controls/give-file';

/** Writes the colours of a layer's chain as a file in the open .cube format, and says which steps are not in it. */
export function writeChainAsCube(layer: Layer): void {
  const { table, left } = tableOfChain(layer.steps, MOST_NODES);
  const text = writeCube({ title: layer.name, table });
  giveFile(`${layer.name}.cube`, text);
  if (left.length > 0) {
    tellProblem(
      `Not in the table, as they go by more than colours: ${left.join(', ')}. The others are.`,
    );
  }
}

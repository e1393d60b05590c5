import type { Layer } from '@diplex/document';
import { MOST_NODES, tableOfChain, writeCube } from '@diplex/steps';
import { tellProblem } from '../bench/notice-store';

/** A name that every system takes for a file. */
function fileName(name: string): string {
  return `${name.replace(/[^\p{L}\p{N} _-]+/gu, '').trim() || 'Colours'}.cube`;
}

/** Writes the colours of a layer's chain as a file in the open .cube format, and says which steps are not in it. */
export function writeChainAsCube(layer: Layer): void {
  const { table, left } = tableOfChain(layer.steps, MOST_NODES);
  const text = writeCube({ title: layer.name, table });
  const address = URL.createObjectURL(new Blob([text], { type: 'text/plain' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = fileName(layer.name);
  link.click();
  URL.revokeObjectURL(address);
  if (left.length > 0) {
    tellProblem(
      `Not in the table, as they go by more than colours: ${left.join(', ')}. The others are.`,
    );
  }
}

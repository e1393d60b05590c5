import { IconColorPicker } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { tellProblem } from '../../bench/notice-store';
import { MOST_SAMPLES, useSamples } from '../../bench/samples-store';
import type { Tool } from '../../picture/tool';
import type { ToolHome } from '../tool-home';

const sampleTool: Tool = {
  begin({ x, y }) {
    const { canvas } = useComposition.getState().composition;
    if (x < 0 || y < 0 || x >= canvas.width || y >= canvas.height) {
      return tellProblem('There is nothing to read there. Press on the picture.');
    }
    if (useSamples.getState().places.length >= MOST_SAMPLES) {
      return tellProblem(`There are ${MOST_SAMPLES} samples already. Take one away first.`);
    }
    useSamples.getState().add({ x: Math.floor(x), y: Math.floor(y) });
  },
  move: () => undefined,
  end: () => undefined,
  cancel: () => undefined,
};

/** Puts places on the picture whose colours are read, before and after. */
export const sample: ToolHome = {
  tool: sampleTool,
  tray: { words: 'Sample', key: 'g', icon: IconColorPicker },
  Sentence: () => (
    <>
      Reads a colour: press on the picture to put a sample there, drag one to move it. Nothing
      changes.
    </>
  ),
};

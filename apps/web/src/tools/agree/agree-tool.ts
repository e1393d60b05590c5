import { useComposition } from '../../bench/composition-store';
import { tellProblem } from '../../bench/notice-store';
import type { Tool } from '../../picture/tool';
import { useAgree } from './settings';

/** Points out two patches that should look alike: one of the thing, and with the second button one of the scene. */
export const agreeTool: Tool = {
  begin({ x, y, otherButton }) {
    const { canvas } = useComposition.getState().composition;
    if (x < 0 || y < 0 || x >= canvas.width || y >= canvas.height) {
      return tellProblem('There is nothing to compare there. Press on the picture.');
    }
    const { example, points, set } = useAgree.getState();
    const turned = points === 'thing' ? 'scene' : 'thing';
    const side = otherButton ? turned : points;
    set({ example: { ...example, [side]: { x: Math.floor(x) + 0.5, y: Math.floor(y) + 0.5 } } });
  },
  move: () => undefined,
  end: () => undefined,
  cancel: () => undefined,
  stepBack() {
    const { example, set } = useAgree.getState();
    if (!example.thing && !example.scene) return false;
    set({ example: { thing: null, scene: null } });
    return true;
  },
};

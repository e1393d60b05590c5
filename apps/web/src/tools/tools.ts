import type { ToolName } from '../bench/hand-store';
import { colourTool } from '../chain/colour-tool';
import { brush } from './brush';
import { component } from './component';
import { box, oval } from './frame';
import { marks, sweep } from './marks';
import { outline } from './outline';
import { place } from './place';
import { ramp } from './ramp';
import { reach } from './reach';
import { tones } from './tones';
import type { ToolHome } from './tool-home';

/** Every tool, with all that belongs to it. */
export const TOOLS: { readonly [Name in ToolName]: ToolHome } = {
  ...{ outline, box, oval, brush, reach, sweep, marks, ramp, tones, component, place },
  colour: { tool: colourTool },
};

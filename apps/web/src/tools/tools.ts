import type { ToolName } from '../bench/hand-store';
import { brushTool } from './brush-tool';
import { colourTool } from './colour-tool';
import { componentTool } from './component-tool';
import { boxTool, ovalTool } from './frame-tool';
import { outlineTool } from './outline-tool';
import { placeTool } from './place-tool';
import { rampTool } from './ramp-tool';
import { reachTool } from './reach-tool';
import { marksTool, sweepTool } from './sweep-tool';
import { tonesTool } from './tones-tool';
import type { Tool } from './tool';

export const TOOLS: { readonly [Name in ToolName]: Tool } = {
  outline: outlineTool,
  box: boxTool,
  oval: ovalTool,
  brush: brushTool,
  reach: reachTool,
  sweep: sweepTool,
  marks: marksTool,
  ramp: rampTool,
  tones: tonesTool,
  component: componentTool,
  place: placeTool,
  colour: colourTool,
};

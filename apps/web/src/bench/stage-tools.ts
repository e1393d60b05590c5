import type { StageName } from './stages';

/** The tools of each stage that the pointer can hold, in tray order; the first is in hand at the beginning. */
export const STAGE_TOOLS = {
  gather: [],
  cut: [
    ...(['outline', 'box', 'oval', 'brush', 'reach'] as const),
    ...(['sweep', 'marks', 'ramp', 'tones', 'component'] as const),
  ],
  arrange: ['place', 'bend', 'push', 'plane', 'stand', 'shape', 'letter', 'paint', 'clone', 'crop'],
  match: [
    ...(['agree', 'light', 'shadow', 'wrap'] as const),
    ...(['dodge-burn', 'drain-enrich', 'warm-cool', 'soften-sharpen', 'tint-brush'] as const),
    'sample',
  ],
  finish: [
    ...(['atmosphere', 'glows', 'blurs', 'textures', 'painted'] as const),
    ...(['swirls', 'scatter', 'frames', 'grades', 'looks'] as const),
  ],
  deliver: [],
} as const satisfies Readonly<Record<StageName, readonly string[]>>;

export type CutToolName = (typeof STAGE_TOOLS)['cut'][number];
export type StageToolName = (typeof STAGE_TOOLS)[StageName][number];
/** The tool that takes a colour of the picture belongs to no stage. */
export type ToolName = StageToolName | 'colour';

/** The tool in hand at each stage; null where there is none. */
export type ToolsInHand = { readonly [Stage in StageName]: StageToolName | null };

export const FIRST_TOOLS = Object.fromEntries(
  Object.entries(STAGE_TOOLS).map(([stage, [first = null]]) => [stage, first]),
) as ToolsInHand;

/** Whether a tool makes masks. */
export function isCutTool(tool: ToolName | null): tool is CutToolName {
  return (STAGE_TOOLS.cut as readonly (string | null)[]).includes(tool);
}

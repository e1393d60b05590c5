import type { ToolName } from '../bench/stage-tools';
import { colourTool } from '../chain/colour-tool';
import { agree } from './agree';
import { atmosphere, frames, textures } from './atmosphere';
import { bend } from './bend';
import { brush } from './brush';
import { clone } from './clone';
import { component } from './component';
import { crop } from './crop';
import { blurs, glows, grades, painted, swirls } from './family';
import { box, oval } from './frame';
import { letter } from './letter';
import { light } from './light';
import { looks } from './looks';
import { marks, sweep } from './marks';
import { outline } from './outline';
import { paint } from './paint';
import { place } from './place';
import { plane } from './plane';
import { push } from './push';
import { ramp } from './ramp';
import { reach } from './reach';
import { sample } from './sample';
import { scatter } from './scatter';
import { shadow } from './shadow';
import { shape } from './shape';
import { stand } from './stand';
import { dodgeBurn, drainEnrich, softenSharpen, tintBrush, warmCool } from './tone-brush';
import { tones } from './tones';
import type { ToolHome } from './tool-home';
import { wrap } from './wrap';

/** Every tool, with all that belongs to it. */
export const TOOLS: { readonly [Name in ToolName]: ToolHome } = {
  ...{ outline, box, oval, brush, reach, sweep, marks, ramp, tones, component, place },
  ...{ bend, push, plane, stand, shape, letter, paint, clone, crop },
  ...{
    agree,
    wrap,
    light,
    shadow,
    'dodge-burn': dodgeBurn,
    'drain-enrich': drainEnrich,
    'warm-cool': warmCool,
  },
  ...{ 'soften-sharpen': softenSharpen, 'tint-brush': tintBrush, sample },
  ...{ atmosphere, glows, blurs, textures, painted, swirls, scatter, frames, grades, looks },
  colour: { tool: colourTool },
};

/** Every kind of generated layer: one line each. */
export { bokehLayer } from './bokeh';
export { cloudsLayer } from './clouds';
export { dustLayer } from './dust';
export { embersLayer } from './embers';
export { flareLayer } from './flare';
export { fogLayer } from './fog';
export { frameLayer } from './frame';
export { paperLayer } from './paper';
export { rainLayer } from './rain';
export { raysLayer } from './rays';
export { scratchesLayer } from './scratches';
export { shardsLayer } from './shards';
export { smokeLayer } from './smoke';
export { snowLayer } from './snow';
export { starsLayer } from './stars';
export { weaveLayer } from './weave';

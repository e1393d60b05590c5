export { Engine, JobCancelled, type JobOptions } from './engine';
export { type Held, PixelMemory } from './pixel-memory';
export type { Port } from './port';
export {
  type JobName,
  type Jobs,
  type LaidFrom,
  liveTile,
  type MaskGrid,
  type Notice,
  type StrokeMemory,
} from './protocol';
export { sha256 } from './sha256';
export { allocateBytes, SHARED_MEMORY } from './shared-memory';
export { serve } from './worker-host';

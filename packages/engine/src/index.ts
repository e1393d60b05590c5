export { Engine, JobCancelled, type JobOptions } from './engine';
export { type Held, PixelMemory } from './pixel-memory';
export type { Port } from './port';
export type {
  AlignedBy,
  JobName,
  Jobs,
  LaidFrom,
  MaskGrid,
  Notice,
  StrokeMemory,
} from './protocol';
export { sha256 } from './sha256';
export { allocateBytes, SHARED_MEMORY } from './shared-memory';
export { serve } from './worker-host';

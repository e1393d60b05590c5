import type { Layer, Step } from '@diplex/document';

/** What an editor of a step is given. */
export interface EditorProps {
  readonly layer: Layer;
  readonly step: Step;
}

/** How a step is named among what can be dragged. */
const STEP = 'step:';

export function stepItem(layer: string, step: string): string {
  return `${STEP}${layer}:${step}`;
}

/** The step that is dragged; null when it is something else. */
export function draggedStep(item: string): { layer: string; step: string } | null {
  if (!item.startsWith(STEP)) return null;
  const [layer = '', step = ''] = item.slice(STEP.length).split(':');
  return { layer, step };
}

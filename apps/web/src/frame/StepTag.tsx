import type { Layer } from '@diplex/document';
import { IconAdjustmentsHorizontal } from '@tabler/icons-react';
import { useHand } from '../bench/hand-store';
import { goToStage } from '../bench/navigation';
import { useSettings } from '../bench/settings-store';
import { takeLayer } from '../bench/take-layer';
import { counted } from '../controls/counted';

/** The chain of a layer as a tag under its card: how many steps there are, and which. */
export function StepTag({ layer }: { readonly layer: Layer }) {
  const { steps } = layer;
  if (steps.length === 0) return null;
  const names = steps.map(({ name, shown }) => (shown ? name : `${name} (off)`)).join(', ');
  const open = () => {
    const { layer: inHand, openStep, take } = useHand.getState();
    const opened = steps.some(({ id }) => id === openStep) ? openStep : (steps[0]?.id ?? null);
    if (inHand !== layer.id) takeLayer(layer.id);
    take({ openStep: opened });
    useSettings.getState().setSection('Chain', 'open');
    goToStage('arrange');
  };
  return (
    <button
      type="button"
      data-testid="tag"
      title={names}
      aria-label={`${counted(steps.length, 'step')} of ${layer.name}: ${names}`}
      onClick={open}
      className="absolute -bottom-2 left-1.5 z-1 flex h-6 min-w-6 cursor-pointer items-center gap-0.5 rounded-md bg-float px-1 text-[11px] text-base-content shadow hover:text-primary"
    >
      <IconAdjustmentsHorizontal size={13} aria-hidden />
      {steps.length}
    </button>
  );
}

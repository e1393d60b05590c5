import { changeStep, type Layer, type Step, stepHolder } from '@diplex/document';
import { definitionOf, presentValues } from '@diplex/steps';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import {
  IconBulb,
  IconBulbOff,
  IconChevronDown,
  IconChevronRight,
  IconGripVertical,
} from '@tabler/icons-react';
import type { KeyboardEvent } from 'react';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { MaskInset } from '../picture/MaskInset';
import { AmountBar } from './AmountBar';
import { StepEditor } from './StepEditor';
import { moveStepBy } from './step-commands';
import { stepItem } from './step-drag';

interface StepRowProps {
  readonly layer: Layer;
  readonly step: Step;
}

/** One step of a chain: a row, and when it is open what can be changed of it. */
export function StepRow({ layer, step }: StepRowProps) {
  const open = useHand((state) => state.openStep === step.id);
  const { take } = useHand.getState();
  const { perform, tryOut } = useComposition.getState();
  const sortable = useSortable({ id: stepItem(layer.id, step.id), disabled: layer.locked });
  const Lamp = step.shown ? IconBulb : IconBulbOff;
  const Arrow = open ? IconChevronDown : IconChevronRight;
  const args = { layer: layer.id, step: step.id };
  const neutral = definitionOf(step.kind).neutral(presentValues(step));
  const compare = (stepCompared: string | null) => take({ stepCompared });
  const keys = (event: KeyboardEvent) => {
    if (event.key.toLowerCase() === 'c' && !event.ctrlKey && !event.metaKey) compare(step.id);
    const by = { ArrowUp: -1, ArrowDown: 1 }[event.key] as -1 | 1 | undefined;
    if (!event.altKey || !by) return;
    event.preventDefault();
    moveStepBy(layer, step, by);
  };
  return (
    <li
      ref={sortable.setNodeRef}
      style={{
        transform: CSS.Translate.toString(sortable.transform),
        transition: sortable.transition,
        zIndex: sortable.isDragging ? 5 : 0,
      }}
      data-testid="step"
      data-open={open}
      onPointerEnter={() => take({ stepUnder: step.id })}
      onPointerLeave={() => take({ stepUnder: null, stepCompared: null })}
      onFocus={() => take({ stepUnder: step.id })}
      onBlur={() => take({ stepUnder: null, stepCompared: null })}
      onKeyUp={() => compare(null)}
      className={`relative min-w-0 rounded-[7px] ${open ? 'bg-base-200 pb-2' : ''}`}
    >
      <div
        className={`flex h-[30px] items-center gap-1 rounded-[7px] pr-1.5 text-[12.5px] ${open ? 'bg-held' : ''}`}
      >
        <button
          type="button"
          {...sortable.attributes}
          {...sortable.listeners}
          aria-label={`Move ${step.name}`}
          title="Drag to another place in the chain, or onto another card (Alt and the arrows move it)"
          onKeyDownCapture={keys}
          className="grid size-6 shrink-0 cursor-grab place-items-center text-faint"
        >
          <IconGripVertical size={14} aria-hidden />
        </button>
        <button
          type="button"
          aria-pressed={step.shown}
          aria-label={`${step.name} is ${step.shown ? 'on' : 'off'}`}
          title={step.shown ? 'Switch this step off' : 'Switch this step on'}
          disabled={layer.locked}
          onClick={() => perform(changeStep, { ...args, change: { shown: !step.shown } })}
          className={`grid size-6 shrink-0 cursor-pointer place-items-center ${step.shown ? 'text-primary' : 'text-faint'}`}
        >
          <Lamp size={15} aria-hidden />
        </button>
        <button
          type="button"
          aria-expanded={open}
          title={`${open ? 'Close' : 'Open'} ${step.name} (hold C to see it without)`}
          onKeyDownCapture={keys}
          onClick={() => take({ openStep: open ? null : step.id, colourWanted: null })}
          className="flex h-6 min-w-0 flex-1 cursor-pointer items-center gap-0.5 text-left"
        >
          <Arrow size={14} aria-hidden className="shrink-0 text-faint" />
          <span className={`truncate ${step.shown ? '' : 'text-faint'}`}>{step.name}</span>
          {!neutral && (
            <span role="img" aria-label="changed" title="Changes something" className="text-info">
              •
            </span>
          )}
        </button>
        {step.maskUse && (
          <span className="relative block h-6 w-8 shrink-0 overflow-hidden rounded-[3px]">
            <MaskInset layer={stepHolder(layer, step)} />
          </span>
        )}
        <AmountBar
          label={`Amount of ${step.name}`}
          value={step.amount}
          disabled={layer.locked}
          onTry={(amount) => tryOut(changeStep, { ...args, change: { amount } })}
          onSet={(amount) => perform(changeStep, { ...args, change: { amount } })}
        />
      </div>
      {open && <StepEditor layer={layer} step={step} />}
    </li>
  );
}

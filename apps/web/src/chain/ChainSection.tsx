import type { Layer } from '@diplex/document';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { IconClipboardPlus, IconCopy, IconFileExport, IconPlus } from '@tabler/icons-react';
import { counted } from '../controls/counted';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { StepRow } from './StepRow';
import { StepShelf } from './StepShelf';
import { copySteps, pasteSteps, searchSteps } from './step-commands';
import { stepItem } from './step-drag';
import { useStepShelf } from './step-shelf';
import { writeChainAsCube } from './write-cube';

/** The steps that act on a layer, first to last. */
export function ChainSection({ layer }: { readonly layer: Layer }) {
  const count = layer.steps.length;
  return (
    <Section title="Chain" aside={count > 0 ? counted(count, 'step') : 'nothing changes it yet'}>
      <SortableContext
        items={layer.steps.map(({ id }) => stepItem(layer.id, id))}
        strategy={verticalListSortingStrategy}
      >
        <ul aria-label="Chain, first to last" className="mb-1.5 grid gap-0.5">
          {layer.steps.map((step) => (
            <StepRow key={step.id} layer={layer} step={step} />
          ))}
        </ul>
      </SortableContext>
      <div className="flex items-center gap-1">
        <PlainButton
          icon={IconPlus}
          words="Add to the chain"
          hint="Find a step by what it does (Shift A)"
          disabled={layer.locked}
          onPress={searchSteps}
        />
        <IconButton
          icon={IconCopy}
          words="Copy the whole chain"
          disabled={count === 0}
          onPress={() => copySteps(layer, layer.steps)}
        />
        <Paste layer={layer} />
        <IconButton
          icon={IconFileExport}
          words="Write its colours as a .cube table"
          disabled={count === 0}
          onPress={() => writeChainAsCube(layer)}
        />
      </div>
      <StepShelf layer={layer} />
    </Section>
  );
}

function Paste({ layer }: { readonly layer: Layer }) {
  const copied = useStepShelf((state) => state.copied);
  return (
    <IconButton
      icon={IconClipboardPlus}
      words={copied ? 'Paste the steps that were copied' : 'No steps were copied yet'}
      disabled={layer.locked || !copied}
      onPress={pasteSteps}
    />
  );
}

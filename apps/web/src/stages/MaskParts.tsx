import {
  AREA_ID,
  COMBINE_RULES,
  type CombineRule,
  type Layer,
  layersInDepth,
  type Mask,
  type MaskPart,
  maskOf,
  type PartSettings,
  RANGES,
  removePart,
  reorderPart,
  setMaskStart,
  setPart,
} from '@diplex/document';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import {
  IconBulb,
  IconBulbOff,
  IconGripVertical,
  IconRefreshAlert,
  IconTrash,
} from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { EditableText } from '../controls/EditableText';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { PlainButton } from '../controls/PlainButton';
import { Reorderable } from '../controls/Reorderable';
import { ShareAmount } from '../controls/ShareAmount';
import { useOutdated } from '../picks/outdated';
import { addShapeOf, convertToPainted } from '../tools/lay-commands';
import { partKind } from './parts/part-kinds';

const RULE_SIGNS: Readonly<Record<CombineRule, string>> = {
  replace: '=',
  add: '+',
  subtract: '−',
  intersect: '∩',
};

/** The parts that a layer's mask is made of, in the order in which they combine. */
export function MaskParts({ layer }: { readonly layer: Layer }) {
  const mask = useComposition((state) => maskOf(state.preview ?? state.composition, layer));
  const { perform } = useComposition.getState();
  const ofArea = layer.id === AREA_ID;
  const title = ofArea ? 'Area parts' : 'Mask parts';
  if (!mask) {
    return (
      <Section title={title}>
        <p className="text-[12.5px] text-quiet">
          {ofArea
            ? 'No area yet. Draw or paint on the picture to begin one.'
            : `No mask yet: all of ${layer.name} shows. Draw or paint on the picture to begin one.`}
        </p>
        <ShapeOf layer={layer} />
      </Section>
    );
  }
  return (
    <Section title={title} aside="first to last">
      <div className="mb-1.5 flex items-center gap-2 text-[12.5px] text-quiet">
        Starts
        <Choice
          label="What the mask starts from"
          value={mask.startsFrom}
          options={[
            { value: 'empty', words: 'empty', hint: 'Nothing shows before the first part' },
            { value: 'full', words: 'full', hint: 'Everything shows before the first part' },
          ]}
          onChoose={(startsFrom) => perform(setMaskStart, { mask: mask.id, startsFrom })}
        />
      </div>
      <Reorderable
        items={mask.parts}
        direction="down"
        onMove={(part, to) => perform(reorderPart, { mask: mask.id, part, to })}
      >
        <ul aria-label="Mask parts">
          {mask.parts.map((part) => (
            <PartRow key={part.id} layer={layer} mask={mask} part={part} />
          ))}
        </ul>
      </Reorderable>
      <PartSettingsRows layer={layer} mask={mask} />
      <ShapeOf layer={layer} />
    </Section>
  );
}

interface PartRowProps {
  readonly layer: Layer;
  readonly mask: Mask;
  readonly part: MaskPart;
}

function PartRow({ layer, mask, part }: PartRowProps) {
  const outdated = useOutdated(layer, part);
  const inHand = useHand((state) => state.part === part.id);
  const take = useHand((state) => state.take);
  const { perform } = useComposition.getState();
  const { setNodeRef, attributes, listeners, transform, transition } = useSortable({ id: part.id });
  const { icon: Kind, fact } = partKind(part);
  const set = (settings: PartSettings) =>
    perform(setPart, { mask: mask.id, part: part.id, settings });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      data-testid="part"
      className={`flex h-[31px] items-center gap-1 rounded-[7px] px-1 text-[12.5px] ${inHand ? 'bg-held text-base-content' : 'text-quiet'}`}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${part.name}`}
        className="cursor-grab text-faint"
      >
        <IconGripVertical size={14} aria-hidden />
      </button>
      <span className="relative grid size-[19px] shrink-0 place-items-center rounded-[5px] bg-secondary font-semibold text-[13px] text-base-content focus-within:outline-2 focus-within:outline-info">
        <span aria-hidden>{RULE_SIGNS[part.combine]}</span>
        <select
          aria-label={`How ${part.name} combines`}
          title={part.combine}
          value={part.combine}
          onChange={(event) => set({ combine: event.target.value as CombineRule })}
          className="absolute inset-0 cursor-pointer appearance-none opacity-0"
        >
          {COMBINE_RULES.map((rule) => (
            <option key={rule} value={rule}>
              {RULE_SIGNS[rule]} {rule}
            </option>
          ))}
        </select>
      </span>
      <button
        type="button"
        aria-pressed={inHand}
        aria-label={`Take ${part.name} in hand`}
        title="Take this part in hand"
        onClick={() => take({ part: inHand ? null : part.id })}
        className="grid size-6 cursor-pointer place-items-center"
      >
        <Kind size={16} aria-hidden />
      </button>
      <EditableText
        label="Part name"
        value={part.name}
        onSet={(name) => set({ name })}
        className="flex-1"
      />
      {outdated && (
        <IconRefreshAlert
          size={15}
          role="img"
          aria-label={`What ${part.name} was worked out from has changed`}
          className="text-primary"
        />
      )}
      <small className="text-[11px] text-faint">{fact(part)}</small>
      <IconButton
        small
        icon={part.shown ? IconBulb : IconBulbOff}
        words={part.shown ? `Hide ${part.name}` : `Show ${part.name}`}
        onPress={() => set({ shown: !part.shown })}
      />
      <IconButton
        small
        icon={IconTrash}
        words={`Delete ${part.name}`}
        onPress={() => {
          if (perform(removePart, { mask: mask.id, part: part.id }) && inHand) take({ part: null });
        }}
      />
    </li>
  );
}

/** The shape of another layer as a part. */
function ShapeOf({ layer }: { readonly layer: Layer }) {
  const composition = useComposition((state) => state.composition);
  const others = layersInDepth(composition).filter(({ id }) => id !== layer.id);
  if (others.length === 0 || layer.id === AREA_ID) return null;
  return (
    <label className="mt-2 flex items-center gap-2 text-[12.5px] text-quiet">
      Add the shape of
      <select
        value=""
        onChange={(event) => addShapeOf(event.target.value, layer)}
        className="h-7 min-w-0 flex-1 rounded-md bg-base-200 px-1.5 text-[12px] text-base-content"
      >
        <option value="">another layer …</option>
        {others.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Feather and inversion of the part in hand. */
function PartSettingsRows({ layer, mask }: { readonly layer: Layer; readonly mask: Mask }) {
  const inHand = useHand((state) => state.part);
  const part = mask.parts.find((each) => each.id === inHand);
  const { perform, tryOut } = useComposition.getState();
  if (!part) return null;
  const args = (settings: PartSettings) => ({ mask: mask.id, part: part.id, settings });
  return (
    <div className="mt-2 rounded-md bg-base-200 px-2 py-1">
      <Amount
        label="Part feather"
        value={part.feather}
        range={RANGES.feather}
        step={0.1}
        unit="px"
        curve={2.5}
        onTry={(feather) => tryOut(setPart, args({ feather }))}
        onSet={(feather) => perform(setPart, args({ feather }))}
      />
      <ShareAmount
        label="Amount"
        value={part.amount ?? 1}
        onTry={(amount) => tryOut(setPart, args({ amount }))}
        onSet={(amount) => perform(setPart, args({ amount }))}
      />
      <label className="flex h-[26px] items-center gap-2 text-[12.5px] text-quiet">
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={part.inverted}
          onChange={(event) => perform(setPart, args({ inverted: event.target.checked }))}
        />
        Invert {part.name}
      </label>
      {part.kind !== 'painted' && (
        <PlainButton
          words="Convert to painted"
          hint="Keeps its look and takes the brush; what it was made from is given up"
          onPress={() => convertToPainted(layer, mask, part.id)}
        />
      )}
    </div>
  );
}

import {
  type GroupLayer,
  isGlass,
  isGroup,
  type Layer,
  layerById,
  showLayer,
} from '@diplex/document';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { CSS } from '@dnd-kit/utilities';
import {
  IconBulb,
  IconBulbOff,
  IconChevronLeft,
  IconChevronRight,
  IconLink,
  IconLock,
  IconStack2,
} from '@tabler/icons-react';
import type { MouseEvent } from 'react';
import { chooseAlso, chooseUpTo } from '../actions/layer-commands';
import { useComposition } from '../bench/composition-store';
import { useFolds } from '../bench/fold-store';
import { useHand } from '../bench/hand-store';
import { useShelf } from '../bench/shelf-store';
import { takeLayer } from '../bench/take-layer';
import { counted } from '../controls/counted';
import { MaskInset } from '../picture/MaskInset';
import { SourceMarks } from '../shelf/SourceMarks';
import { strictestTerms } from '../shelf/terms';
import { useDrag } from './drag-store';
import { endOf } from './drop-place';
import { faceOf } from './layer-face';
import { StepTag } from './StepTag';

/** Cards side by side, and groups as brackets round theirs. */
export function LayerCards({ ids }: { readonly ids: readonly string[] }) {
  const shown = useComposition((state) => state.preview ?? state.composition);
  return ids.map((id) => {
    const layer = layerById(shown, id);
    if (!layer) return null;
    return isGroup(layer) ? <Bracket key={id} group={layer} /> : <Card key={id} layer={layer} />;
  });
}

/** A group: its own card at the far end, then those of its layers, unless it is folded. */
function Bracket({ group }: { readonly group: GroupLayer }) {
  const folded = useFolds((state) => state.folded.has(group.id));
  const { fold } = useFolds.getState();
  const { setNodeRef } = useDroppable({ id: endOf(group.id) });
  const Arrow = folded ? IconChevronRight : IconChevronLeft;
  const inside = counted(group.content.children.length, 'layer');
  return (
    <fieldset
      aria-label={`${group.name}, ${inside}`}
      data-testid="bracket"
      data-folded={folded}
      className="bracket relative flex shrink-0 items-end gap-2.5 pl-1.5"
    >
      <Card layer={group} />
      <button
        type="button"
        aria-expanded={!folded}
        aria-label={`${folded ? 'Open' : 'Fold'} ${group.name}`}
        title={`${folded ? 'Open' : 'Fold'} this group: ${inside} (Alt U)`}
        onClick={() => fold(group.id, folded ? 'open' : 'together')}
        className="-ml-1.5 grid h-[62px] w-6 shrink-0 cursor-pointer place-items-center rounded-md text-quiet hover:bg-base-300 hover:text-base-content"
      >
        <Arrow size={16} aria-hidden />
      </button>
      {!folded && <LayerCards ids={group.content.children} />}
      <div ref={setNodeRef} aria-hidden className="h-[62px] w-2.5 shrink-0" />
    </fieldset>
  );
}

/** Where the cards that are dragged would be put, seen from one card. */
const MARKS = {
  before: 'absolute -left-[7px] top-5 h-[66px] w-[3px] rounded bg-primary',
  after: 'absolute -right-[7px] top-5 h-[66px] w-[3px] rounded bg-primary',
  inside: 'absolute inset-x-0 top-5 h-[64px] rounded-[5px] border-2 border-primary border-dashed',
} as const;

function Card({ layer }: { readonly layer: Layer }) {
  const place = useDrag((state) => (state.place?.mark === layer.id ? state.place : null));
  const moves = useDrag((state) => state.dragged.includes(layer.id));
  const takes = useDrag((state) => state.taker === layer.id);
  const glass = isGlass(layer);
  const sources = useShelf((state) => state.sources);
  // What it comes to is chosen, and not the composition: that changes with every move of a pointer.
  const terms = useComposition((state) =>
    strictestTerms(state.preview ?? state.composition, layer, sources),
  );
  const inHand = useHand((state) => state.layer === layer.id);
  const chosen = useHand((state) => state.alsoChosen.includes(layer.id));
  const face = useComposition((state) => faceOf(state.preview ?? state.composition, layer));
  const { perform } = useComposition.getState();
  const drag = useDraggable({ id: layer.id });
  const drop = useDroppable({ id: layer.id });
  const Lamp = layer.shown ? IconBulb : IconBulbOff;
  const press = (event: MouseEvent) => {
    if (event.shiftKey) return chooseUpTo(layer.id);
    return event.ctrlKey || event.metaKey ? chooseAlso(layer.id) : takeLayer(layer.id);
  };
  const state = inHand ? ', in hand' : chosen ? ', chosen' : '';
  return (
    <div
      ref={(node) => {
        drag.setNodeRef(node);
        drop.setNodeRef(node);
      }}
      style={{
        transform: CSS.Translate.toString(drag.transform),
        zIndex: drag.isDragging ? 5 : 0,
        opacity: moves ? 0.75 : 1,
      }}
      className={`relative shrink-0 ${glass ? 'w-[62px]' : 'w-[104px]'}`}
      data-testid="card"
    >
      <div className="mb-[5px] flex items-center gap-1 whitespace-nowrap text-[11.5px]">
        <button
          type="button"
          aria-pressed={layer.shown}
          title={layer.shown ? 'Hide this layer (V)' : 'Show this layer (V)'}
          aria-label={`${layer.name} is ${layer.shown ? 'shown' : 'hidden'}`}
          onClick={() => perform(showLayer, { layer: layer.id, shown: !layer.shown })}
          className={`cursor-pointer ${layer.shown ? 'text-primary' : 'text-faint'}`}
        >
          <Lamp size={14} aria-hidden />
        </button>
        <span
          className={`truncate ${inHand ? 'font-semibold text-base-content' : 'text-quiet'}`}
          title={layer.name}
        >
          {layer.name}
        </span>
        {terms && <SourceMarks source={{ kind: 'picture', terms }} />}
        {layer.locked && <IconLock size={12} className="shrink-0 text-faint" aria-label="locked" />}
        {layer.link && <IconLink size={12} className="shrink-0 text-faint" aria-label="linked" />}
      </div>
      <button
        type="button"
        {...drag.attributes}
        {...drag.listeners}
        aria-current={inHand}
        aria-label={`${layer.name}${state}`}
        onClick={press}
        data-active={inHand}
        data-chosen={chosen}
        data-hidden={!layer.shown}
        data-group={isGroup(layer)}
        data-glass={glass}
        className="flat block w-full cursor-pointer"
        style={{ backgroundImage: face }}
      />
      {isGroup(layer) && (
        <IconStack2
          size={17}
          aria-hidden
          className="pointer-events-none absolute bottom-1 left-1 rounded bg-float p-0.5 text-base-content"
        />
      )}
      <StepTag layer={layer} />
      {layer.maskUse && (
        <div className="pointer-events-none absolute inset-x-0 bottom-0">
          <MaskInset layer={layer} />
        </div>
      )}
      <div
        aria-hidden
        title={`Opacity ${Math.round(layer.opacity * 100)} %`}
        className="absolute right-1.5 -bottom-[7px] left-0 h-[2.5px] rounded-sm bg-neutral"
      >
        <div className="h-full rounded-sm bg-quiet" style={{ width: `${layer.opacity * 100}%` }} />
      </div>
      {place && !moves && <div aria-hidden data-testid="drop-mark" className={MARKS[place.side]} />}
      {takes && <div aria-hidden data-testid="take-mark" className={MARKS.inside} />}
    </div>
  );
}

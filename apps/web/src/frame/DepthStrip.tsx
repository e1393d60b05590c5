import { type Layer, reorderLayer, showLayer } from '@diplex/document';
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { IconBulb, IconBulbOff, IconLock, IconPlus } from '@tabler/icons-react';
import { takeLayer } from '../actions/layer-commands';
import { useWindow } from '../actions/window-store';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { Reorderable } from '../controls/Reorderable';
import { faceOf } from './layer-face';
import { MaskInset } from './MaskInset';

/** The layers as cards, from far to near. */
export function DepthStrip() {
  const layers = useComposition((state) => (state.preview ?? state.composition).layers);
  const { perform } = useComposition.getState();
  return (
    <section
      aria-label="Layers, far to near"
      style={{ gridArea: 'strip', background: 'var(--strip)' }}
      className="relative overflow-hidden border-edge border-b"
    >
      <div className="flex h-full items-end gap-2.5 overflow-x-auto overflow-y-hidden px-[18px] pb-5">
        <Reorderable
          items={layers}
          direction="across"
          onMove={(layer, to) => perform(reorderLayer, { layer, to })}
        >
          {layers.map((layer) => (
            <Card key={layer.id} layer={layer} />
          ))}
        </Reorderable>
        <button
          type="button"
          title="Add a layer from the shelf (L)"
          aria-label="Add a layer from the shelf"
          onClick={() => useWindow.getState().open('sources')}
          className="grid h-[62px] w-11 shrink-0 cursor-pointer place-items-center rounded-md bg-base-300 text-quiet hover:text-base-content"
        >
          <IconPlus size={18} aria-hidden />
        </button>
      </div>
      <div aria-hidden className="absolute right-3.5 bottom-[15px] left-3.5 h-px bg-line" />
      <span aria-hidden className="absolute bottom-px left-4 text-[10px] text-faint">
        far
      </span>
      <span aria-hidden className="absolute right-4 bottom-px text-[10px] text-faint">
        near
      </span>
    </section>
  );
}

function Card({ layer }: { readonly layer: Layer }) {
  const inHand = useHand((state) => state.layer === layer.id);
  const { perform } = useComposition.getState();
  const sortable = useSortable({ id: layer.id });
  const { setNodeRef, attributes, listeners, transform, transition, isDragging } = sortable;
  const Lamp = layer.shown ? IconBulb : IconBulbOff;
  return (
    <div
      ref={setNodeRef}
      style={{
        transform: CSS.Translate.toString(transform),
        transition,
        zIndex: isDragging ? 5 : 0,
      }}
      className="relative w-[104px] shrink-0"
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
        {layer.locked && <IconLock size={12} className="shrink-0 text-faint" aria-label="locked" />}
      </div>
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-current={inHand}
        aria-label={`${layer.name}${inHand ? ', in hand' : ''}`}
        onClick={() => takeLayer(layer.id)}
        data-active={inHand}
        data-hidden={!layer.shown}
        className="flat block w-full cursor-pointer"
        style={{ backgroundImage: faceOf(layer) }}
      />
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
    </div>
  );
}

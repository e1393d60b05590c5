import { type Composition, layerById, moveLayers } from '@diplex/document';
import {
  type Announcements,
  DndContext,
  type DragMoveEvent,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  rectIntersection,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { IconPlus } from '@tabler/icons-react';
import { useState } from 'react';
import { chosenLayers } from '../actions/layer-commands';
import { useWindow } from '../actions/window-store';
import { useComposition } from '../bench/composition-store';
import { useFolds } from '../bench/fold-store';
import { useHand } from '../bench/hand-store';
import { type DropPlace, dropPlace } from './drop-place';
import { LayerCards } from './LayerCards';
import { stepThroughCards } from './step-through-cards';

/** How far the pointer goes before it drags instead of pressing, in window pixels. */
const DRAG = 5;

/** What is dragged along with a card: all that are chosen, where it is one of them. */
function draggedWith(id: string): string[] {
  const { layer, alsoChosen } = useHand.getState();
  return layer === id || alsoChosen.includes(id) ? chosenLayers() : [id];
}

function wordsOf(composition: Composition, place: DropPlace | null): string {
  if (!place) return 'where it was';
  const near = layerById(composition, place.mark)?.name ?? 'the nearest';
  return { before: `behind ${near}`, after: `before ${near}`, inside: `in ${near}` }[place.side];
}

/** The place that a card is held over; null where it would stay where it is. */
function placeUnder({ active, over, delta, activatorEvent }: DragMoveEvent): DropPlace | null {
  if (!over) return null;
  const { composition } = useComposition.getState();
  const { folded } = useFolds.getState();
  const rect = active.rect.current.translated;
  const byPointer = activatorEvent instanceof PointerEvent;
  const x = byPointer
    ? activatorEvent.clientX + delta.x
    : (rect?.left ?? 0) + (rect?.width ?? 0) / 2;
  const share = (x - over.rect.left) / Math.max(1, over.rect.width);
  const dragged = draggedWith(String(active.id));
  return dropPlace(composition, folded, dragged, String(over.id), share);
}

/** The layers as cards, from far to near; groups are brackets round theirs. */
export function DepthStrip() {
  const shown = useComposition((state) => state.preview ?? state.composition);
  const [dragged, setDragged] = useState<readonly string[]>([]);
  const [place, setPlace] = useState<DropPlace | null>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG } }),
    useSensor(KeyboardSensor, { coordinateGetter: stepThroughCards }),
  );
  const name = (id: string | number) => layerById(shown, String(id))?.name ?? 'layer';
  const announcements: Announcements = {
    onDragStart: ({ active }) =>
      `Picked up ${name(active.id)}. Arrows move it, space puts it down.`,
    onDragMove: () => undefined,
    onDragOver: ({ active }) => `${name(active.id)} is ${wordsOf(shown, place)}.`,
    onDragEnd: ({ active }) => `Put down ${name(active.id)}.`,
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
  const end = () => {
    setDragged([]);
    setPlace(null);
  };
  return (
    <section
      aria-label="Layers, far to near"
      style={{ gridArea: 'strip', background: 'var(--strip)' }}
      className="relative overflow-hidden border-edge border-b"
    >
      <DndContext
        sensors={sensors}
        collisionDetection={(args) => {
          const under = pointerWithin(args);
          return under.length > 0 ? under : rectIntersection(args);
        }}
        onDragStart={({ active }) => setDragged(draggedWith(String(active.id)))}
        onDragMove={(event) => setPlace(placeUnder(event))}
        onDragCancel={end}
        onDragEnd={(event) => {
          const at = placeUnder(event);
          const layers = draggedWith(String(event.active.id));
          end();
          if (!at) return;
          const { into, at: index } = at;
          useComposition.getState().perform(moveLayers, { layers, into, at: index });
        }}
        accessibility={{ announcements }}
      >
        <div className="flex h-full items-end gap-2.5 overflow-x-auto overflow-y-hidden px-[18px] pb-5">
          <LayerCards ids={shown.root} dragged={dragged} place={place} />
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
      </DndContext>
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

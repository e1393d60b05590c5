import { type Composition, layerById, moveLayers } from '@diplex/document';
import {
  type Announcements,
  type CollisionDetection,
  closestCenter,
  DndContext,
  type DragEndEvent,
  type DragMoveEvent,
  type KeyboardCoordinateGetter,
  KeyboardSensor,
  PointerSensor,
  pointerWithin,
  rectIntersection,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import type { ReactNode } from 'react';
import { chosenLayers } from '../actions/layer-commands';
import { shownComposition, useComposition } from '../bench/composition-store';
import { useFolds } from '../bench/fold-store';
import { useHand } from '../bench/hand-store';
import { moveStepTo } from '../chain/step-commands';
import { draggedStep } from '../chain/step-drag';
import { useDrag } from './drag-store';
import { type DropPlace, dropPlace, layerUnder } from './drop-place';
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

/** Cards meet cards only; steps meet steps, and the cards whose chains would take them. */
const meets: CollisionDetection = (args) => {
  const ofStep = draggedStep(String(args.active.id)) !== null;
  const droppableContainers = args.droppableContainers.filter(
    ({ id }) => ofStep || draggedStep(String(id)) === null,
  );
  const among = { ...args, droppableContainers };
  const under = pointerWithin(among);
  if (under.length > 0) return under;
  return ofStep ? closestCenter(among) : rectIntersection(among);
};

const byKeys: KeyboardCoordinateGetter = (event, args) =>
  draggedStep(String(args.active))
    ? sortableKeyboardCoordinates(event, args)
    : stepThroughCards(event, args);

/** Puts a step down in its chain, or into that of another layer. */
function putStepDown({ active, over }: DragEndEvent): void {
  const step = draggedStep(String(active.id));
  if (!step || !over || over.id === active.id) return;
  const { composition } = useComposition.getState();
  const beside = draggedStep(String(over.id));
  const to = beside?.layer ?? layerUnder(String(over.id));
  const chain = layerById(composition, to)?.steps;
  if (!chain || (!beside && to === step.layer)) return;
  const at = beside ? chain.findIndex(({ id }) => id === beside.step) : chain.length;
  moveStepTo(step, to, at);
}

function putCardsDown(event: DragEndEvent): void {
  const place = placeUnder(event);
  const layers = draggedWith(String(event.active.id));
  if (!place) return;
  useComposition.getState().perform(moveLayers, { layers, into: place.into, at: place.at });
}

/** Lets cards of the depth strip and steps of the chain be dragged, by pointer and by keys. */
export function BenchDrag({ children }: { readonly children: ReactNode }) {
  const { set } = useDrag.getState();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG } }),
    useSensor(KeyboardSensor, { coordinateGetter: byKeys }),
  );
  const name = (id: string | number) => {
    const shown = shownComposition();
    const step = draggedStep(String(id));
    const layer = layerById(shown, step?.layer ?? layerUnder(String(id)));
    if (!step) return layer?.name ?? 'layer';
    return layer?.steps.find((each) => each.id === step.step)?.name ?? 'step';
  };
  const announcements: Announcements = {
    onDragStart: ({ active }) =>
      `Picked up ${name(active.id)}. Arrows move it, space puts it down.`,
    onDragMove: () => undefined,
    onDragOver({ active, over }) {
      if (draggedStep(String(active.id))) return over ? `At ${name(over.id)}.` : undefined;
      return `${name(active.id)} is ${wordsOf(shownComposition(), useDrag.getState().place)}.`;
    },
    onDragEnd: ({ active }) => `Put down ${name(active.id)}.`,
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
  const end = () => set({ dragged: [], place: null, taker: null });
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={meets}
      onDragStart={({ active }) => {
        const id = String(active.id);
        if (!draggedStep(id)) set({ dragged: draggedWith(id) });
      }}
      onDragMove={(event) => {
        const step = draggedStep(String(event.active.id));
        if (!step) return set({ place: placeUnder(event) });
        const over = String(event.over?.id ?? '');
        const taker = draggedStep(over) ? null : layerUnder(over);
        set({ taker: taker === step.layer ? null : taker });
      }}
      onDragCancel={end}
      onDragEnd={(event) => {
        end();
        if (draggedStep(String(event.active.id))) putStepDown(event);
        else putCardsDown(event);
      }}
      accessibility={{ announcements }}
    >
      {children}
    </DndContext>
  );
}

import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { ReactNode } from 'react';

interface ReorderableProps {
  readonly items: readonly { readonly id: string; readonly name: string }[];
  readonly direction: 'across' | 'down';
  /** An item was put down at another place, counted from the first. */
  readonly onMove: (id: string, to: number) => void;
  readonly children: ReactNode;
}

/** How far the pointer goes before it drags instead of pressing, in window pixels. */
const DRAG = 5;

const STRATEGIES = {
  across: horizontalListSortingStrategy,
  down: verticalListSortingStrategy,
} as const;

/** Things in an order that is changed by dragging, or by keys with a screen reader told of it. */
export function Reorderable({ items, direction, onMove, children }: ReorderableProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: DRAG } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const name = (id: string | number) => items.find((item) => item.id === id)?.name ?? '';
  const announcements: Announcements = {
    onDragStart: ({ active }) =>
      `Picked up ${name(active.id)}. Arrows move it, space puts it down.`,
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id
        ? `${name(active.id)} is at the place of ${name(over.id)}.`
        : undefined,
    onDragEnd: ({ active }) => `Put down ${name(active.id)}.`,
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
  const drop = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    onMove(
      String(active.id),
      items.findIndex((item) => item.id === over.id),
    );
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={drop}
      accessibility={{ announcements }}
    >
      <SortableContext items={items.map((item) => item.id)} strategy={STRATEGIES[direction]}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

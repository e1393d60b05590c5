import type { Announcements } from '@dnd-kit/core';

/** What a screen reader says while something is moved by keys. */
export function dragAnnouncements(nameOf: (id: string) => string): Announcements {
  const name = (id: string | number) => nameOf(String(id));
  return {
    onDragStart: ({ active }) =>
      `Picked up ${name(active.id)}. Arrows move it, space puts it down.`,
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id
        ? `${name(active.id)} is at the place of ${name(over.id)}.`
        : undefined,
    onDragEnd: ({ active }) => `Put down ${name(active.id)}.`,
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
}

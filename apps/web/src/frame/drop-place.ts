import {
  type Composition,
  groupOf,
  groupsAround,
  isGroup,
  layerById,
  listAround,
} from '@diplex/document';

/** How the droppable place behind a group's last card is named. */
const END = 'end:';

export function endOf(group: string): string {
  return `${END}${group}`;
}

/** The layer whose card, or whose end, something is held over. */
export function layerUnder(over: string): string {
  return over.startsWith(END) ? over.slice(END.length) : over;
}

/** Where dragged cards would be put. */
export interface DropPlace {
  /** The group; null for none. */
  readonly into: string | null;
  /** Their place in that list, once they are taken out of it. */
  readonly at: number;
  /** The card that shows it, and on which side. */
  readonly mark: string;
  readonly side: 'before' | 'after' | 'inside';
}

/** The middle of a group's card takes what is dropped on it into the group. */
const INTO = { from: 0.3, to: 0.7 };

/**
 * What is meant where cards are held over something in the strip.
 * @param over a layer's id, or `endOf` a group's
 * @param share how far across it they are held, 0 (far) to 1 (near)
 */
export function dropPlace(
  composition: Composition,
  folded: ReadonlySet<string>,
  dragged: readonly string[],
  over: string,
  share: number,
): DropPlace | null {
  const beyond = over.startsWith(END);
  const id = layerUnder(over);
  const layer = layerById(composition, id);
  const within = [id, ...groupsAround(composition, id).map((group) => group.id)];
  // Nothing is put into itself, or beside itself.
  if (
    !layer ||
    (within.some((each) => dragged.includes(each)) && !(beyond && !dragged.includes(id)))
  ) {
    return null;
  }
  const inList = (into: string | null, index: number) =>
    listAround(composition, into)
      .slice(0, index)
      .filter((each) => !dragged.includes(each)).length;
  const around = groupOf(composition, id)?.id ?? null;
  const beside = (side: 'before' | 'after'): DropPlace => {
    const index = listAround(composition, around).indexOf(id) + (side === 'after' ? 1 : 0);
    return { into: around, at: inList(around, index), mark: id, side };
  };
  if (beyond) return beside('after');
  if (!isGroup(layer)) return beside(share < 0.5 ? 'before' : 'after');
  const open = !folded.has(id);
  if (share < INTO.from) return beside('before');
  if (share > INTO.to && !open) return beside('after');
  // Dropped on the card it is put nearest of what is in the group; beside it, farthest.
  const index = share > INTO.to ? 0 : layer.content.children.length;
  return { into: id, at: inList(id, index), mark: id, side: 'inside' };
}

import { type Composition, type Layer, lockedBy } from '@diplex/document';

/** Why a layer keeps its place, in words that end in what it would take to do something; null when it can be moved. */
export function whyKept(composition: Composition, layer: Layer, toDo: string): string | null {
  const lock = lockedBy(composition, layer);
  if (lock) return `${lock.name} is locked. Unlock it to ${toDo} ${layer.name}.`;
  return layer.placeLocked
    ? `The place of ${layer.name} is locked. Unlock it to ${toDo} ${layer.name}.`
    : null;
}

/** Why what a layer is made of stays as it is, in words that end in what it would take to change it; null when it need not. */
export function whyUntouched({ name, pixelsLocked }: Layer): string | null {
  return pixelsLocked
    ? `The pixels of ${name} are locked. Unlock them to change what it is made of.`
    : null;
}

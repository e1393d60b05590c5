import { type Composition, isShowing, type Layer } from '../composition';
import { showingsOf, showsItself } from '../showings';
import { OperationRefused } from './operation';

/** Refuses to take a layer away that others, which stay, show as well. */
export function keepShown(
  composition: Composition,
  layer: Layer,
  gone: ReadonlySet<string> = new Set(),
): void {
  const [showing] = showingsOf(composition, layer.id).filter(({ id }) => !gone.has(id));
  if (!showing) return;
  throw new OperationRefused(
    `${showing.name} shows ${layer.name}, too. Make it a copy of its own first, or delete both.`,
  );
}

/** Refuses a composition in which a showing would be part of what it shows. */
export function noneShowsItself(composition: Composition): void {
  const wrong = Object.values(composition.layers).find(
    (layer) => isShowing(layer) && showsItself(composition, layer.id, layer.content.of),
  );
  if (!wrong) return;
  throw new OperationRefused(`${wrong.name} cannot be put into what it shows.`);
}

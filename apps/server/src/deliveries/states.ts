import { type Composition, goTo, type History } from '@diplex/document';
import { Problem } from '../problems/problem';
import type { VersionDto } from '../versions/version.dto';

/** How a state of a composition is named: `now`, `first` (that has a layer), `step:N` of its history, or `version:ID`. */
export const STATE_PATTERN = /^(now|first|step:\d{1,6}|version:[\w-]{1,40})$/;

/** A state of a composition, and what to call it. */
export interface NamedState {
  readonly name: string;
  readonly document: Composition;
}

interface StateSources {
  readonly document: Composition;
  readonly history: History;
  readonly versions: readonly VersionDto[];
}

/** The first state of the history in which there is a layer. */
function firstShown(document: Composition, history: History): NamedState {
  for (let step = 0; step < history.position; step++) {
    const { composition } = goTo(document, history, step);
    if (composition.root.length > 0) return { name: 'As it began', document: composition };
  }
  return { name: 'As it began', document };
}

/** The state that a name means. Throws a Problem where there is none. */
export function stateOf(name: string, { document, history, versions }: StateSources): NamedState {
  if (name === 'now') return { name: 'now', document };
  if (name === 'first') return firstShown(document, history);
  const [kind, which = ''] = name.split(':');
  if (kind === 'version') {
    const version = versions.find(({ id }) => id === which);
    if (version) return { name: version.name, document: version.document };
    const detail = `There is no version ${which} of “${document.title}”. It may have been taken away; choose another.`;
    throw new Problem('not-found', detail);
  }
  const step = Number(which);
  const last = history.entries.length;
  if (step > last) {
    const detail = `“${document.title}” has ${last} steps, and step ${step} was asked for. Choose an earlier one.`;
    throw new Problem('invalid-request', detail);
  }
  const words = step === 0 ? 'As it began' : (history.entries[step - 1]?.words ?? `Step ${step}`);
  return { name: words, document: goTo(document, history, step).composition };
}

import { tinykeys } from 'tinykeys';
import type { StageName } from '../bench/stages';
import { useWindow } from '../bench/window-store';
import { isOf } from './action';
import { ACTIONS } from './actions';

/** Keys that a slider uses itself; all others pass it by. */
const SLIDER_KEYS = /^(Arrow|Home$|End$|Page)/;

/** Fields that take no text, so that letters mean what they mean elsewhere. */
const WORDLESS = ['range', 'color', 'checkbox'];

/** Whether a key belongs to the field that has the focus. */
function typing(event: KeyboardEvent): boolean {
  const { target } = event;
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement && WORDLESS.includes(target.type)) {
    return SLIDER_KEYS.test(event.key);
  }
  if (target.isContentEditable || target instanceof HTMLTextAreaElement) return true;
  return target instanceof HTMLSelectElement || target instanceof HTMLInputElement;
}

/** Keys that a focused button, link or list uses itself. */
function belongsToControl(event: KeyboardEvent): boolean {
  const control = (event.target as HTMLElement | null)?.closest('button, a, [role="listbox"]');
  return control !== null && ['Enter', ' '].includes(event.key);
}

/** Binds the keys of all actions that work in a stage. Returns a way to let go of them. */
export function bindKeys(stage: StageName): () => void {
  const bindings: Record<string, (event: KeyboardEvent) => void> = {};
  for (const action of ACTIONS) {
    if (!isOf(action, stage)) continue;
    for (const key of action.keys ?? []) {
      bindings[key] = (event) => {
        const held = key.includes('$mod') || key === 'Escape';
        // Somebody nearer used the key already: a card that is being moved by keys, for one.
        if (event.defaultPrevented || useWindow.getState().dialog !== null) return;
        if (typing(event) && !held) return;
        if (belongsToControl(event)) return;
        if (action.able && !action.able()) return;
        event.preventDefault();
        action.run();
      };
    }
  }
  return tinykeys(window, bindings);
}

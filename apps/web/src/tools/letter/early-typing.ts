/** What is typed before there is a field for it. */
export interface EarlyTyping {
  /** Hands on what was typed so far to a field that has the focus; from then on the field takes it itself. */
  into(field: HTMLTextAreaElement): void;
  /** Forgets it: there will be no field. */
  end(): void;
}

/**
 * Keeps what is typed between the press that begins a text and the field that takes it: a text is set first, which takes a while when
 * its font has to come, and letters that were typed meanwhile would be taken for the keys of tools.
 */
export function keepEarlyTyping(): EarlyTyping {
  let typed = '';
  let left = false;
  const keep = (event: KeyboardEvent) => {
    if (left || event.ctrlKey || event.metaKey || event.altKey || event.isComposing) return;
    if (event.key === 'Escape') left = true;
    else if (event.key === 'Enter') typed += '\n';
    else if (event.key === 'Backspace') typed = typed.slice(0, -1);
    else if ([...event.key].length === 1) typed += event.key;
    else return;
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  window.addEventListener('keydown', keep, { capture: true });
  const end = () => window.removeEventListener('keydown', keep, { capture: true });
  return {
    into(field) {
      end();
      // As if it were typed now: the field tells of it, and the browser can take it back.
      if (typed !== '') document.execCommand('insertText', false, typed);
      if (left) field.blur();
    },
    end,
  };
}

import { IconChevronDown, IconChevronRight } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { useSettings } from '../bench/settings-store';

const INSPECTOR = 'inspector';

/** Brings what stands first into sight: what was just taken has its amounts there. */
export function showInspectorTop(): void {
  document.getElementById(INSPECTOR)?.scrollTo({ top: 0 });
}

/** The panel on the right: sections about the thing in hand. */
export function Inspector({ children }: { readonly children: ReactNode }) {
  return (
    <aside
      id={INSPECTOR}
      aria-label="Inspector"
      style={{ gridArea: 'inspector' }}
      className="flex flex-col overflow-y-auto border-edge border-l bg-base-100"
    >
      {children}
    </aside>
  );
}

interface SectionProps {
  readonly title?: string;
  readonly aside?: ReactNode;
  /** The name under which it is remembered whether it is folded; the title, when left out. */
  readonly name?: string;
  /** How it is until somebody says otherwise. */
  readonly begins?: 'open' | 'folded';
  readonly children: ReactNode;
}

/** A part of the inspector, which folds under its title and stays so. */
export function Section({ title, name = title, aside, begins = 'open', children }: SectionProps) {
  const state = useSettings((settings) => settings.sections[name ?? ''] ?? begins);
  const { setSection } = useSettings.getState();
  const open = state === 'open';
  const Arrow = open ? IconChevronDown : IconChevronRight;
  return (
    <section className="border-edge border-b px-3.5 py-2.5">
      {title && name && (
        <h2 className={`flex items-center text-[12px] ${open ? 'mb-1.5' : ''}`}>
          <button
            type="button"
            aria-expanded={open}
            onClick={() => setSection(name, open ? 'folded' : 'open')}
            className="-ml-1 flex min-h-6 max-w-[70%] shrink-0 cursor-pointer items-center gap-0.5 rounded font-semibold text-quiet hover:text-base-content"
          >
            <Arrow size={14} aria-hidden className="shrink-0" />
            <span className="truncate">{title}</span>
          </button>
          {aside && (
            <span className="ml-auto truncate pl-2 font-normal text-[11.5px] text-faint">
              {aside}
            </span>
          )}
        </h2>
      )}
      {(open || !title) && children}
    </section>
  );
}

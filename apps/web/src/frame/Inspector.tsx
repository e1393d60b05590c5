import type { ReactNode } from 'react';

/** The panel on the right: sections about the thing in hand. */
export function Inspector({ children }: { readonly children: ReactNode }) {
  return (
    <aside
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
  readonly children: ReactNode;
}

export function Section({ title, aside, children }: SectionProps) {
  return (
    <section className="border-edge border-b px-3.5 py-3">
      {title && (
        <h2 className="mb-2 flex items-center gap-1.5 font-semibold text-[12px] text-quiet">
          {title}
          {aside && <span className="ml-auto font-normal text-[11.5px] text-faint">{aside}</span>}
        </h2>
      )}
      {children}
    </section>
  );
}

import { IconX } from '@tabler/icons-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { IconButton } from './IconButton';

interface DialogProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly wide?: boolean;
}

/** A window over the bench; Escape and a press beside it close it. */
export function Dialog({ title, onClose, children, wide }: DialogProps) {
  const element = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    element.current?.showModal();
    // Opened by the browser, a dialog gives the focus to its first button; a field that is waited for goes before.
    element.current?.querySelector<HTMLElement>('[data-begins]')?.focus();
  }, []);
  return (
    <dialog
      ref={element}
      aria-label={title}
      onClose={onClose}
      onPointerDown={(event) => {
        if (event.target === element.current) element.current?.close();
      }}
      className={`m-auto max-h-[84vh] rounded-box border border-line bg-base-100 text-base-content shadow-2xl ${wide ? 'w-[820px]' : 'w-[460px]'}`}
    >
      <div className="flex items-center justify-between border-line border-b px-4 py-2.5">
        <h2 className="font-semibold text-[14px]">{title}</h2>
        <IconButton icon={IconX} words="Close" onPress={() => element.current?.close()} />
      </div>
      <div className="overflow-y-auto p-4">{children}</div>
    </dialog>
  );
}

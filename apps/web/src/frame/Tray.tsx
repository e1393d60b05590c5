import { IconPencil } from '@tabler/icons-react';
import type { ReactNode } from 'react';
import { type Action, keyWords } from '../actions/action';

interface TrayProps {
  /** What the next stroke or press will change. */
  readonly sentence: ReactNode;
  readonly tools: readonly Action[];
  readonly inHand: string | null;
  readonly children?: ReactNode;
}

/** The tools of a stage, the options of the one in hand, and the sentence above them. */
export function Tray({ sentence, tools, inHand, children }: TrayProps) {
  return (
    <footer
      style={{ gridArea: 'tray' }}
      className="grid grid-rows-[18px_1fr] gap-1.5 border-edge border-t bg-base-100 px-2.5 py-1.5"
    >
      <p
        className="flex items-center gap-2 truncate text-[12px] text-info"
        role="status"
        data-testid="sentence"
      >
        <IconPencil size={14} aria-hidden />
        <span className="truncate [&_b]:font-semibold">{sentence}</span>
      </p>
      <div className="flex items-center gap-[3px]">
        {tools.map((tool) => (
          <TrayTool key={tool.id} tool={tool} inHand={tool.id === inHand} />
        ))}
        {children && (
          <div className="ml-1.5 flex h-[60px] min-w-0 flex-1 flex-wrap content-center items-center gap-x-2 gap-y-0.5 border-line border-l pl-1.5">
            {children}
          </div>
        )}
      </div>
    </footer>
  );
}

function TrayTool({ tool, inHand }: { readonly tool: Action; readonly inHand: boolean }) {
  const Picture = tool.icon;
  const [key] = tool.keys ?? [];
  return (
    <button
      type="button"
      aria-pressed={inHand}
      disabled={tool.able ? !tool.able() : false}
      onClick={tool.run}
      className="relative flex h-[58px] min-w-[43px] shrink-0 cursor-pointer flex-col items-center justify-between rounded-[10px] bg-base-300 px-[3px] pt-[7px] pb-[5px] text-[10.5px] text-quiet hover:text-base-content disabled:cursor-default disabled:opacity-45 aria-pressed:bg-primary aria-pressed:font-semibold aria-pressed:text-primary-content"
    >
      {key && (
        <kbd
          aria-hidden
          className="absolute top-[3px] left-[5px] font-semibold text-[9.5px] opacity-75"
        >
          {keyWords(key)}
        </kbd>
      )}
      {Picture && <Picture size={20} stroke={1.7} aria-hidden />}
      {tool.words}
    </button>
  );
}

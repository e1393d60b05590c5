import { layersInDepth } from '@diplex/document';
import { Command } from 'cmdk';
import { isOf, keyWords } from '../actions/action';
import { ACTIONS } from '../actions/actions';
import { useComposition } from '../bench/composition-store';
import type { StageName } from '../bench/stages';
import { takeLayer } from '../bench/take-layer';

interface PaletteProps {
  readonly stage: StageName;
  readonly onClose: () => void;
}

/** Every command, and every layer by its name, found by typing. */
export function Palette({ stage, onClose }: PaletteProps) {
  const composition = useComposition((state) => state.composition);
  const offered = ACTIONS.filter((action) => isOf(action, stage));
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      label="All commands"
      overlayClassName="fixed inset-0 z-40 bg-[#0009]"
      contentClassName="fixed top-[16vh] left-1/2 z-50 w-[520px] -translate-x-1/2 overflow-hidden rounded-box border border-line bg-base-100 shadow-2xl"
    >
      <Command.Input
        placeholder="What do you want to do?"
        className="w-full border-line border-b bg-transparent px-4 py-3 text-[14px] outline-none"
      />
      <Command.List className="max-h-[46vh] overflow-y-auto p-1.5">
        <Command.Empty className="px-3 py-4 text-faint">
          No command and no layer has these words.
        </Command.Empty>
        {offered.map((action) => (
          <Command.Item
            key={action.id}
            value={`${action.words} ${action.group}`}
            disabled={action.able ? !action.able() : false}
            onSelect={() => {
              onClose();
              action.run();
            }}
            className="flex cursor-pointer items-center gap-3 rounded-md px-3 py-1.5 data-[disabled=true]:opacity-45 data-[selected=true]:bg-held"
          >
            <span>{action.words}</span>
            <span className="text-[11px] text-faint">{action.group}</span>
            {action.keys?.[0] && (
              <kbd className="ml-auto text-[11px] text-faint">{keyWords(action.keys[0])}</kbd>
            )}
          </Command.Item>
        ))}
        {layersInDepth(composition).map(({ id, name }) => (
          <Command.Item
            key={id}
            value={`${name} ${id}`}
            onSelect={() => {
              onClose();
              takeLayer(id);
            }}
            className="flex cursor-pointer items-center gap-3 rounded-md px-3 py-1.5 data-[selected=true]:bg-held"
          >
            <span>{name}</span>
            <span className="text-[11px] text-faint">layer: take it in hand</span>
          </Command.Item>
        ))}
      </Command.List>
    </Command.Dialog>
  );
}

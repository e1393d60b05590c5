import { type Action, HELD_KEYS, keyWords } from '../actions/action';
import { ACTIONS } from '../actions/actions';
import { Dialog } from '../controls/Dialog';
import { STAGES } from '../stages/stages';

const GROUPS: readonly Action['group'][] = [
  'Stages',
  'Tools',
  'Mask',
  'Layers',
  'Picture',
  'Composition',
  'Window',
];

function Row({ keys, words, aside }: { keys: string; words: string; aside?: string }) {
  return (
    <div className="flex items-baseline gap-3 py-0.5">
      <kbd className="w-[92px] shrink-0 text-right font-semibold text-[11.5px] text-primary">
        {keys}
      </kbd>
      <span className="text-[12.5px]">{words}</span>
      {aside && <span className="ml-auto text-[11px] text-faint">{aside}</span>}
    </div>
  );
}

/** All keys there are, from the same table that binds them. */
export function KeySheet({ onClose }: { readonly onClose: () => void }) {
  const stageWords = (name: string | undefined) =>
    STAGES.find((stage) => stage.name === name)?.words;
  return (
    <Dialog title="Sheet of keys" onClose={onClose} wide>
      <div className="columns-2 gap-8">
        {GROUPS.map((group) => (
          <section key={group} className="mb-4 break-inside-avoid">
            <h3 className="mb-1 font-semibold text-[12px] text-quiet">{group}</h3>
            {ACTIONS.filter((action) => action.group === group && action.keys?.length).map(
              (action) => (
                <Row
                  key={action.id}
                  keys={(action.keys ?? []).map(keyWords).join(' or ')}
                  words={action.words}
                  aside={group === 'Tools' ? stageWords(action.stage) : undefined}
                />
              ),
            )}
          </section>
        ))}
        <section className="break-inside-avoid">
          <h3 className="mb-1 font-semibold text-[12px] text-quiet">While held</h3>
          {HELD_KEYS.map(({ key, words }) => (
            <Row key={key} keys={key} words={words} />
          ))}
        </section>
      </div>
    </Dialog>
  );
}

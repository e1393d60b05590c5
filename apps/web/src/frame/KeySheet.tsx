import { type Action, HELD_KEYS, isOf, keyWords } from '../actions/action';
import { ACTIONS } from '../actions/actions';
import { STAGES } from '../bench/stages';
import { Dialog } from '../controls/Dialog';

const GROUPS: readonly Action['group'][] = [
  'Stages',
  'Tools',
  'Mask',
  'Chain',
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

interface KeyRow {
  readonly keys: string;
  readonly words: string;
  readonly aside?: string | undefined;
}

/** The ways of a key, once for each key: those of a shifted sign that keyboards name differently are one. */
function keysOf({ keys = [] }: Action): string {
  const named = keys.map(keyWords);
  return named.filter((each, i) => named.indexOf(each) === i).join(' or ');
}

/** The rows of a group: what is the same at several stages stands once, with all of them beside it. */
function rowsOf(group: Action['group']): KeyRow[] {
  const rows = new Map<string, { row: KeyRow; stages: string[] }>();
  for (const action of ACTIONS) {
    if (action.group !== group || !action.keys?.length) continue;
    const keys = keysOf(action);
    const own = STAGES.filter(({ name }) => action.stage && isOf(action, name));
    const stages = own.map(({ words }) => words);
    const known = rows.get(`${keys}: ${action.words}`);
    if (known) {
      known.stages.push(...stages);
    } else {
      const row = { keys, words: action.words };
      rows.set(`${keys}: ${action.words}`, { row, stages });
    }
  }
  return [...rows.values()].map(({ row, stages }) => ({
    ...row,
    aside: group === 'Tools' || stages.length > 1 ? stages.join(', ') : undefined,
  }));
}

/** All keys there are, from the same table that binds them. */
export function KeySheet({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog title="Sheet of keys" onClose={onClose} wide>
      <div className="columns-2 gap-8">
        {GROUPS.map((group) => (
          <section key={group} className="mb-4 break-inside-avoid">
            <h3 className="mb-1 font-semibold text-[12px] text-quiet">{group}</h3>
            {rowsOf(group).map((row) => (
              <Row
                key={`${row.keys}${row.words}${row.aside}`}
                keys={row.keys}
                words={row.words}
                aside={row.aside}
              />
            ))}
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

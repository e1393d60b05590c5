import {
  type Coat,
  type CoatLays,
  type Composition,
  type Gradient,
  layerById,
  type PaintLayer,
  removeCoats,
  setCoat,
  setMeets,
} from '@diplex/document';
import { IconTrash } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { ColourField } from '../../controls/ColourField';
import { counted } from '../../controls/counted';
import { FillStops } from '../../controls/FillStops';
import { IconButton } from '../../controls/IconButton';
import { Section } from '../../controls/Inspector';
import { ShareAmount } from '../../controls/ShareAmount';

/** What a coat lays, in words. */
function said(composition: Composition, lays: CoatLays): string {
  if (lays.by === 'nothing') return 'Takes off';
  if (lays.by === 'colour') return 'Colour';
  if (lays.by !== 'taken') return 'Gradient';
  if (lays.together) return 'Smoothed over';
  if (lays.from === 'behind') return 'Cloned from behind';
  if (lays.from === 'here') return 'Cloned';
  return `Cloned from ${layerById(composition, lays.from.layer)?.name ?? 'what is gone'}`;
}

function isGradient(lays: CoatLays): lays is Gradient {
  return lays.by !== 'taken' && lays.by !== 'nothing' && lays.by !== 'colour';
}

/** A coat, with those that were laid together with it: they are one thing to whoever laid them. */
function laidTogether(coats: readonly Coat[]): { coat: Coat; ids: readonly string[] }[] {
  const nameOf = ({ lays }: Coat) => (lays.by === 'taken' ? lays.together : undefined);
  const rows: { coat: Coat; ids: string[] }[] = [];
  for (const coat of coats) {
    const name = nameOf(coat);
    const known = name && rows.find((row) => nameOf(row.coat) === name);
    if (known) known.ids.push(coat.id);
    else rows.push({ coat, ids: [coat.id] });
  }
  return rows;
}

/** The coats of a paint layer, the top one first: what each lays can be changed, and each can be taken away. */
export function CoatsSection({ layer }: { readonly layer: PaintLayer }) {
  const composition = useComposition((state) => state.composition);
  const rows = laidTogether(layer.content.coats);
  const { perform, tryOut } = useComposition.getState();
  const laying = (coat: Coat, lays: CoatLays) => ({ layer: layer.id, coat: coat.id, lays });
  return (
    <Section title="Coats" aside={`${rows.length}`}>
      {[...rows].reverse().map(({ coat, ids }, i) => {
        const { lays } = coat;
        const words = `${said(composition, lays)} (${rows.length - i})`;
        return (
          <div key={coat.id} data-testid="coat" className="mb-1 rounded-md bg-base-200 px-2 py-1">
            <div className="flex items-center gap-2">
              {lays.by === 'colour' && (
                <ColourField
                  label={`${words}: colour`}
                  value={lays.colour}
                  onTry={(colour) =>
                    tryOut(
                      setCoat,
                      laying(coat, { ...lays, colour: { ...lays.colour, ...colour } }),
                    )
                  }
                  onSet={(colour) =>
                    perform(
                      setCoat,
                      laying(coat, { ...lays, colour: { ...lays.colour, ...colour } }),
                    )
                  }
                />
              )}
              <span className="flex-1 truncate text-[12.5px]">{words}</span>
              <small className="text-[11px] text-faint">{counted(coat.strokes, 'stroke')}</small>
              <IconButton
                small
                icon={IconTrash}
                words={`Take away ${words}`}
                disabled={layer.locked}
                onPress={() => perform(removeCoats, { layer: layer.id, coats: ids })}
              />
            </div>
            {lays.by === 'colour' && (
              <ShareAmount
                label="Cover"
                value={lays.colour.alpha}
                onTry={(alpha) =>
                  tryOut(setCoat, laying(coat, { ...lays, colour: { ...lays.colour, alpha } }))
                }
                onSet={(alpha) =>
                  perform(setCoat, laying(coat, { ...lays, colour: { ...lays.colour, alpha } }))
                }
              />
            )}
            {isGradient(lays) && (
              <FillStops
                fill={lays}
                onTry={(next) => tryOut(setCoat, laying(coat, next))}
                onSet={(next) => perform(setCoat, laying(coat, next))}
              />
            )}
            {lays.by === 'taken' && (
              <ShareAmount
                label="Meet around"
                value={lays.meets}
                onTry={(meets) => tryOut(setMeets, { layer: layer.id, coats: ids, meets })}
                onSet={(meets) => perform(setMeets, { layer: layer.id, coats: ids, meets })}
              />
            )}
          </div>
        );
      })}
      {rows.length === 0 && <p className="text-[12px] text-faint">Nothing is laid on it yet.</p>}
    </Section>
  );
}

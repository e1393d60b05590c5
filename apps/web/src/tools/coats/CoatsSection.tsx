import {
  type Coat,
  type CoatLays,
  type Composition,
  layerById,
  type PaintLayer,
  removeCoat,
  setCoat,
} from '@diplex/document';
import { IconTrash } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { ColourField } from '../../controls/ColourField';
import { counted } from '../../controls/counted';
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
  return `Cloned from ${layerById(composition, lays.from.layer)?.name ?? 'what is gone'}`;
}

/** The coats of a paint layer, the top one first: what each lays can be changed, and each can be taken away. */
export function CoatsSection({ layer }: { readonly layer: PaintLayer }) {
  const composition = useComposition((state) => state.composition);
  const { coats } = layer.content;
  const { perform, tryOut } = useComposition.getState();
  const laying = (coat: Coat, lays: CoatLays) => ({ layer: layer.id, coat: coat.id, lays });
  return (
    <Section title="Coats" aside={`${coats.length}`}>
      {[...coats].reverse().map((coat, i) => {
        const { lays } = coat;
        const words = `${said(composition, lays)} (${coats.length - i})`;
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
                onPress={() => perform(removeCoat, { layer: layer.id, coat: coat.id })}
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
            {lays.by === 'taken' && (
              <ShareAmount
                label="Meet around"
                value={lays.meets}
                onTry={(meets) => tryOut(setCoat, laying(coat, { ...lays, meets }))}
                onSet={(meets) => perform(setCoat, laying(coat, { ...lays, meets }))}
              />
            )}
          </div>
        );
      })}
      {coats.length === 0 && <p className="text-[12px] text-faint">Nothing is laid on it yet.</p>}
    </Section>
  );
}

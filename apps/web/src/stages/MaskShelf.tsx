import {
  AREA_ID,
  holdersOf,
  type Layer,
  type Mask,
  maskOf,
  separateMask,
  shareMask,
  shelveMask,
} from '@diplex/document';
import { IconBookmark, IconBookmarkOff, IconLassoPolygon, IconLinkPlus } from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { counted } from '../controls/counted';
import { IconButton } from '../controls/IconButton';
import { Section } from '../controls/Inspector';
import { areaFromShelf, keepArea } from '../tools/area-commands';

/** The composition's named masks: kept by name, used by several layers at once. */
export function MaskShelf({ layer }: { readonly layer: Layer }) {
  const composition = useComposition((state) => state.composition);
  const { perform } = useComposition.getState();
  const own = maskOf(composition, layer);
  const kept = Object.values(composition.masks).filter((mask) => mask.shelf);
  const countUsers = (mask: Mask) => holdersOf(composition, mask.id).length;
  if (!own && kept.length === 0) return null;
  const ofArea = layer.id === AREA_ID;
  const keep = (shelf: string) => {
    if (ofArea) keepArea(shelf);
    else if (own) perform(shelveMask, { mask: own.id, shelf });
  };
  return (
    <Section
      title="Mask shelf"
      aside={kept.length > 0 ? counted(kept.length, 'mask') : 'shared by name'}
      begins="folded"
    >
      {own && !own.shelf && <KeepForm name={ofArea ? 'Area' : layer.name} onKeep={keep} />}
      <ul aria-label="Mask shelf" className="grid gap-0.5">
        {kept.map((mask) => (
          <li
            key={mask.id}
            className={`flex h-[30px] items-center gap-1 rounded-[7px] px-1.5 text-[12.5px] ${mask.id === own?.id ? 'bg-held text-base-content' : 'text-quiet'}`}
          >
            <IconBookmark size={15} aria-hidden />
            <span className="flex-1 truncate">{mask.shelf}</span>
            <small className="text-[11px] text-faint">{counted(countUsers(mask), 'use')}</small>
            {ofArea && mask.id !== own?.id && (
              <IconButton
                small
                icon={IconLassoPolygon}
                words={`Make ${mask.shelf} the area`}
                onPress={() => areaFromShelf(mask)}
              />
            )}
            {!ofArea && mask.id !== own?.id && (
              <IconButton
                small
                icon={IconLinkPlus}
                words={`Use ${mask.shelf} for ${layer.name}`}
                onPress={() => perform(shareMask, { layer: layer.id, mask: mask.id })}
              />
            )}
            <IconButton
              small
              icon={IconBookmarkOff}
              words={`Take ${mask.shelf} off the shelf`}
              onPress={() => perform(shelveMask, { mask: mask.id, shelf: null })}
            />
          </li>
        ))}
      </ul>
      {own && countUsers(own) > 1 && (
        <button
          type="button"
          onClick={() => perform(separateMask, { layer: layer.id })}
          className="mt-1.5 h-8 w-full cursor-pointer rounded-lg bg-secondary text-[12px] text-secondary-content hover:brightness-110"
        >
          Give {layer.name} a mask of its own
        </button>
      )}
    </Section>
  );
}

interface KeepFormProps {
  readonly name: string;
  readonly onKeep: (shelf: string) => void;
}

function KeepForm({ name, onKeep }: KeepFormProps) {
  return (
    <form
      className="mb-1.5 flex gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        const given = new FormData(event.currentTarget).get('shelf');
        const shelf = String(given ?? '').trim() || name;
        onKeep(shelf);
      }}
    >
      <input
        name="shelf"
        maxLength={100}
        placeholder={name}
        aria-label="Name on the mask shelf"
        className="h-8 min-w-0 flex-1 rounded-lg bg-base-200 px-2 text-[12.5px]"
      />
      <button
        type="submit"
        className="h-8 cursor-pointer rounded-lg bg-secondary px-2.5 text-[12px] text-secondary-content hover:brightness-110"
      >
        Keep mask
      </button>
    </form>
  );
}

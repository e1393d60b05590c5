import { type KeyboardEvent, useMemo, useRef } from 'react';
import { useComposition } from '../../bench/composition-store';
import { useStepShelf } from '../../chain/step-shelf';
import { useCamera } from '../../picture/camera-store';
import { SmallPicture } from '../../picture/SmallPicture';
import { drawnLooks, type Look } from './recipes';
import { useLooks } from './settings';
import { takeLook, withLook } from './take-look';

/** Looks on the sheet, beside the picture as it is, in so many columns. */
const [LOOKS, COLUMNS] = [5, 3];

/** Room between and around the pictures, in window pixels. */
const GAP = 9;

interface LookPictureProps {
  readonly look: Look | null;
  readonly width: number;
  readonly height: number;
}

function LookPicture({ look, width, height }: LookPictureProps) {
  const composition = useComposition((state) => state.composition);
  const { share, spares, spared, set } = useLooks();
  const shown = useMemo(
    () => (look ? withLook(composition, look, { share, spares, spared }) : composition),
    [composition, look, share, spares, spared],
  );
  const part = useMemo(() => ({ x: 0, y: 0, ...composition.canvas }), [composition]);
  const words = look ? `${look.name}, ${Math.round(share * 100)} %` : 'As it is';
  return (
    <button
      type="button"
      onClick={() => (look ? takeLook(look) : set({ sheet: 'away' }))}
      className="relative grid cursor-pointer place-items-center overflow-hidden rounded-md bg-base-300 outline-offset-2 hover:shadow-[0_0_0_2px_var(--color-primary)] focus-visible:shadow-[0_0_0_2px_var(--color-primary)]"
    >
      <SmallPicture composition={shown} part={part} width={width} height={height} />
      <span className="absolute bottom-1.5 left-1.5 rounded bg-base-100/85 px-2 py-0.5 text-[12px]">
        {words}
      </span>
    </button>
  );
}

/** A contact sheet of the picture itself in several looks: a press takes one, arrows walk through them. */
export function LooksSheet() {
  const { families, seed } = useLooks();
  const { width, height } = useCamera((state) => state.area);
  const sheet = useRef<HTMLDivElement>(null);
  const kept = useStepShelf((state) => state.kept);
  const looks = useMemo(() => drawnLooks(families, seed, LOOKS), [families, seed]);
  const own = kept.map(({ name, steps }) => ({ name, steps }));
  const shown = families.length > 0 ? looks : own.slice(0, LOOKS);
  const rows = Math.ceil((shown.length + 1) / COLUMNS);
  const room = {
    width: Math.floor((width - GAP * (COLUMNS + 1)) / COLUMNS),
    height: Math.floor((height - GAP * (rows + 1)) / rows),
  };
  const walk = (event: KeyboardEvent) => {
    const ways: Readonly<Record<string, number>> = {
      ...{ ArrowLeft: -1, ArrowRight: 1, ArrowUp: -COLUMNS, ArrowDown: COLUMNS },
    };
    const way = ways[event.key];
    if (way === undefined) return;
    const buttons = [...(sheet.current?.querySelectorAll('button') ?? [])];
    const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
    buttons[Math.max(0, Math.min(buttons.length - 1, at + way))]?.focus();
    event.preventDefault();
    event.stopPropagation();
  };
  if (room.width < 20 || room.height < 20) return null;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: arrows walk through the buttons in it
    <div
      ref={sheet}
      data-testid="looks-sheet"
      onKeyDown={walk}
      className="absolute inset-0 grid bg-[#4a4a4a]"
      style={{
        ...{ gap: GAP, padding: GAP, gridTemplateColumns: `repeat(${COLUMNS}, 1fr)` },
        gridAutoRows: `${room.height}px`,
      }}
    >
      <LookPicture look={null} {...room} />
      {shown.map((look, i) => (
        // A look is known by its place on the sheet: a name may be there twice.
        // biome-ignore lint/suspicious/noArrayIndexKey: see above
        <LookPicture key={`${seed} ${i}`} look={look} {...room} />
      ))}
    </div>
  );
}

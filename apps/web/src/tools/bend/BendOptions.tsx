import { regridded, setWarp } from '@diplex/document';
import { IconGridDots } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Amount } from '../../controls/Amount';
import { PlainButton } from '../../controls/PlainButton';
import { useBending } from './settings';

/** Cells of a bend along one side at most. */
const MOST = 8;

const SIDES = [
  { label: 'Columns', key: 'columns' },
  { label: 'Rows', key: 'rows' },
] as const;

/** How many points a bend has. */
export function BendOptions() {
  const layer = useLayerInHand();
  const { columns, rows, set } = useBending();
  const bend = layer?.warp?.bend;
  const grid = bend ?? { columns, rows };
  const regrid = (next: { columns: number; rows: number }) => {
    set({ ...next, point: 0 });
    if (!layer?.warp || !bend) return;
    const warp = { ...layer.warp, bend: regridded(bend, next.columns, next.rows) };
    useComposition.getState().perform(setWarp, { layer: layer.id, warp });
  };
  return (
    <>
      {SIDES.map(({ label, key }) => (
        <Amount
          key={key}
          layout="stack"
          label={label}
          value={grid[key]}
          min={1}
          max={MOST}
          step={1}
          onSet={(value) => regrid({ ...grid, [key]: value })}
        />
      ))}
      <PlainButton
        icon={IconGridDots}
        words="Unbend"
        hint="Every point goes back to where it was"
        disabled={!layer || !bend}
        onPress={() => {
          if (!layer?.warp) return;
          const warp = { ...layer.warp, bend: null };
          useComposition.getState().perform(setWarp, { layer: layer.id, warp });
        }}
      />
    </>
  );
}

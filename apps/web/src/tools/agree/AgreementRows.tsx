import { AGREEMENT_ROWS, type Agreement, type AgreementRow, proposalsOf } from '@diplex/core';
import { layerById, placeLockedBy, stanceShown, standingOf } from '@diplex/document';
import { IconCheck, IconCirclePlus } from '@tabler/icons-react';
import { useComposition } from '../../bench/composition-store';
import { IconButton } from '../../controls/IconButton';
import { standAt } from '../stand/stand-tool';
import { eyeLevelOff } from './check-things';
import { takeRow } from './take';

interface RowProps {
  readonly layer: string;
  readonly locked: boolean;
  readonly row: AgreementRow;
  readonly agreement: Agreement;
}

/** From how much on a row is sure, and fairly sure. */
const [SURE, FAIRLY] = [0.7, 0.35];

/** How sure a row is: in words, and by how the line is drawn that both lie on. */
function sureness(sure: number): { words: string; line: string } {
  if (sure >= SURE) return { words: 'sure', line: 'border-solid' };
  if (sure >= FAIRLY) return { words: 'fairly sure', line: 'border-dashed' };
  return { words: 'hardly sure', line: 'border-dotted' };
}

/** One thing in which both are compared: where each lies, how far apart, how sure, and what takes it. */
function Row({ layer, locked, row, agreement }: RowProps) {
  const { subject, scene } = agreement;
  const compared = row.compare(subject, scene);
  if (!compared) {
    return (
      <li className="flex h-7 items-center text-[12.5px] text-quiet">
        <span className="w-[82px]">{row.words}</span>
        <span className="text-faint">
          {agreement.depth === 'all' ? 'cannot be told' : 'measuring …'}
        </span>
      </li>
    );
  }
  const [from, to] = row.scale;
  const at = (value: number) =>
    `${100 * Math.max(0.03, Math.min(0.97, (value - from) / (to - from)))}%`;
  const agrees = Math.abs(compared.apart) < row.tolerance;
  const proposed = proposalsOf(agreement, [row], 1).length > 0;
  const { words, line } = sureness(compared.sure);
  const said = agrees ? 'agrees' : row.said(compared);
  return (
    <li
      data-testid="agreement-row"
      data-row={row.name}
      data-apart={compared.apart.toFixed(3)}
      data-agrees={agrees}
      className="flex h-7 items-center gap-1.5 text-[12.5px]"
    >
      <span className="w-[82px] shrink-0 truncate text-quiet">
        {row.words}
        <span className="sr-only">, {words}</span>
      </span>
      <span className="relative h-4 flex-1" title={`${row.words}: ${words}`} aria-hidden>
        <span className={`-mt-px absolute inset-x-0 top-1/2 border-faint border-t-2 ${line}`} />
        <span
          className="-translate-x-1/2 -translate-y-1/2 absolute top-1/2 size-[9px] border-2 border-accent"
          style={{ left: at(compared.scene) }}
        />
        <span
          className="-translate-x-1/2 -translate-y-1/2 absolute top-1/2 size-[9px] rounded-full bg-primary"
          style={{ left: at(compared.subject) }}
        />
      </span>
      <span className="w-[66px] shrink-0 text-right text-[12px] tabular-nums">{said}</span>
      {agrees || !proposed ? (
        <span className="grid size-6 shrink-0 place-items-center text-accent">
          {agrees && <IconCheck size={15} aria-hidden />}
        </span>
      ) : (
        <IconButton
          small
          icon={IconCirclePlus}
          words={`Take ${row.words}`}
          disabled={locked}
          onPress={() => takeRow(layer, row, agreement)}
        />
      )}
    </li>
  );
}

/** Whether a thing's own eye level lies on the scene's horizon, and how much larger it would be there. */
function EyeLevelRow({ layer: id, locked }: Pick<RowProps, 'layer' | 'locked'>) {
  const scene = useComposition((state) => state.preview ?? state.composition);
  const layer = layerById(scene, id);
  const standing = layer && standingOf(scene, layer);
  if (!layer || !standing) return null;
  const off = eyeLevelOff(scene, layer);
  const { times } = standing;
  const side = off > 0 ? 'low' : 'high';
  return (
    <li
      data-testid="agreement-row"
      data-row="eye level"
      data-agrees={off === 0}
      className="flex h-7 items-center gap-1.5 text-[12.5px]"
    >
      <span className="w-[82px] shrink-0 truncate text-quiet">Eye level</span>
      <span className="flex-1 text-right text-[12px] tabular-nums">
        {off === 0 ? 'agrees' : `${Math.abs(off)} px too ${side}`}
        {off !== 0 && times !== null && `, stands at × ${times.toFixed(2)}`}
      </span>
      {off === 0 || times === null ? (
        <span className="grid size-6 shrink-0 place-items-center text-accent">
          {off === 0 && <IconCheck size={15} aria-hidden />}
        </span>
      ) : (
        <IconButton
          small
          icon={IconCirclePlus}
          words="Take Eye level: stands it where its foot is"
          disabled={locked || placeLockedBy(scene, layer) !== undefined}
          onPress={() => standAt('perform', layer, stanceShown(scene, layer).foot)}
        />
      )}
    </li>
  );
}

export function AgreementRows(props: Omit<RowProps, 'row'>) {
  return (
    <ul aria-label="Agreement" className="grid">
      {AGREEMENT_ROWS.map((row) => (
        <Row key={row.name} row={row} {...props} />
      ))}
      <EyeLevelRow {...props} />
    </ul>
  );
}

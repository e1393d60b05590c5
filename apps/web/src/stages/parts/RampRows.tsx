import { FALLOFFS, RAMP_SHAPES, type RampPart, setRamp } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { Section } from '../../controls/Inspector';
import { ShareAmount } from '../../controls/ShareAmount';
import type { PartRowsProps } from './part-kind';

/** Form, falloff, way and shape of a ramp. */
export function RampRows({ mask, part }: PartRowsProps<'ramp'>) {
  const { perform, tryOut } = useComposition.getState();
  const args = (settings: Partial<RampPart>) => ({ mask, part: part.id, settings });
  const way = { x: part.to.x - part.from.x, y: part.to.y - part.from.y };
  const length = Math.hypot(way.x, way.y);
  const angle = (Math.atan2(way.y, way.x) * 180) / Math.PI;
  const laid = (degrees: number, long: number) => {
    const turn = (degrees * Math.PI) / 180;
    const to = { x: part.from.x + long * Math.cos(turn), y: part.from.y + long * Math.sin(turn) };
    return args({ to });
  };
  return (
    <Section name="ramp" title={part.name} aside="ramp">
      <div className="mb-1.5 flex flex-wrap gap-1.5">
        <Choice
          label="Form of the ramp"
          value={part.shape}
          options={RAMP_SHAPES.map((shape) => ({ value: shape, words: shape }))}
          onChoose={(shape) => perform(setRamp, args({ shape }))}
        />
        <Choice
          label="Falloff of the ramp"
          value={part.falloff}
          options={FALLOFFS.map((falloff) => ({ value: falloff, words: falloff }))}
          onChoose={(falloff) => perform(setRamp, args({ falloff }))}
        />
      </div>
      <Amount
        label="Angle"
        value={Math.round(angle * 10) / 10}
        min={-180}
        max={180}
        step={0.1}
        unit="°"
        onTry={(value) => tryOut(setRamp, laid(value, length))}
        onSet={(value) => perform(setRamp, laid(value, length))}
      />
      <Amount
        label="Length"
        value={Math.round(length)}
        min={1}
        max={10_000}
        step={1}
        unit="px"
        curve={3}
        onTry={(value) => tryOut(setRamp, laid(angle, value))}
        onSet={(value) => perform(setRamp, laid(angle, value))}
      />
      {part.shape !== 'straight' && (
        <ShareAmount
          label="Full up to"
          value={part.inner}
          most={0.95}
          onTry={(value) => tryOut(setRamp, args({ inner: value }))}
          onSet={(value) => perform(setRamp, args({ inner: value }))}
        />
      )}
      {part.shape === 'round' && (
        <ShareAmount
          label="Width across"
          value={part.ratio}
          least={0.05}
          most={4}
          curve={2}
          onTry={(value) => tryOut(setRamp, args({ ratio: value }))}
          onSet={(value) => perform(setRamp, args({ ratio: value }))}
        />
      )}
      {part.falloff === 'curve' &&
        (['Begins at', 'Begins by', 'Ends at', 'Ends by'] as const).map((label, i) => {
          const curve = (value: number) => {
            const next = part.curve.map((old, k) => (k === i ? value / 100 : old));
            return args({ curve: next as unknown as RampPart['curve'] });
          };
          return (
            <Amount
              key={label}
              label={label}
              value={Math.round((part.curve[i] ?? 0) * 100)}
              min={0}
              max={100}
              step={1}
              unit="%"
              onTry={(value) => tryOut(setRamp, curve(value))}
              onSet={(value) => perform(setRamp, curve(value))}
            />
          );
        })}
    </Section>
  );
}

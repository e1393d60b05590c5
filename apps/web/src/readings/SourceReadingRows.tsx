import type { SourceReading } from '@diplex/core';
import type { Source } from '../link/server';
import { CastChart } from './CastChart';
import { LightnessChart } from './LightnessChart';
import { NoiseChart } from './NoiseChart';
import { sourceSaid } from './source-said';

interface SourceReadingRowsProps {
  readonly source: Source;
  readonly reading: SourceReading;
}

/** What a source shows by itself: charts of lightness, cast and noise, and all that is read in words. */
export function SourceReadingRows({ source, reading }: SourceReadingRowsProps) {
  const { signature } = reading;
  const names = [source.title, ''] as const;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-2">
      <LightnessChart subject={signature} names={names} />
      <CastChart subject={signature} names={names} />
      {signature.noise.bands.length > 0 && (
        <div>
          <span className="text-[11.5px] text-faint">Noise from dark to light, of 255</span>
          <NoiseChart of={signature} />
        </div>
      )}
      <dl className="grid grid-cols-[84px_1fr] gap-y-1 text-[12.5px]">
        {sourceSaid(reading, source.height).map(([what, how]) => (
          <div key={what} className="contents">
            <dt className="text-faint">{what}</dt>
            <dd className="select-text text-right">{how}</dd>
          </div>
        ))}
      </dl>
    </div>
  );
}

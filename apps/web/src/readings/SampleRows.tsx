import { IconX } from '@tabler/icons-react';
import { useState } from 'react';
import { useSamples } from '../bench/samples-store';
import { Choice } from '../controls/Choice';
import { IconButton } from '../controls/IconButton';
import { colourSaid, READ_IN, type ReadIn } from './colour-said';
import { type ReadColour, useSampleColours } from './use-sample-colours';

function Swatch({ colour }: { readonly colour: ReadColour }) {
  const byte = (value: number) => Math.round(value * 255);
  return (
    <span
      aria-hidden
      className="inline-block size-3 rounded-sm border border-line"
      style={{ background: `rgb(${byte(colour.r)} ${byte(colour.g)} ${byte(colour.b)})` }}
    />
  );
}

/** The colours of the samples on the picture, before and after. */
export function SampleRows() {
  const { places, remove } = useSamples();
  const [as, setAs] = useState<ReadIn>('RGB');
  const colours = useSampleColours(places);
  if (places.length === 0) return null;
  return (
    <div className="mt-1.5 grid gap-1">
      <Choice
        label="Samples in"
        value={as}
        options={READ_IN.map((each) => ({ value: each, words: each }))}
        onChoose={setAs}
      />
      <table className="w-full text-[11.5px] tabular-nums">
        <thead className="text-faint">
          <tr>
            <th scope="col" className="w-6 text-left font-normal">
              <span className="sr-only">Sample</span>
            </th>
            <th scope="col" className="text-left font-normal">
              before
            </th>
            <th scope="col" className="text-left font-normal">
              after
            </th>
            <td />
          </tr>
        </thead>
        <tbody>
          {places.map((place, i) => {
            const found = colours[i];
            return (
              // A sample is known by its number.
              // biome-ignore lint/suspicious/noArrayIndexKey: see above
              <tr key={i} data-testid="sample" title={`x ${place.x} y ${place.y}`}>
                <th scope="row" className="text-left font-semibold">
                  {i + 1}
                </th>
                {(['before', 'after'] as const).map((when) => (
                  <td key={when}>
                    {found && (
                      <>
                        <Swatch colour={found[when]} /> {colourSaid(found[when], as)}
                      </>
                    )}
                  </td>
                ))}
                <td className="text-right">
                  <IconButton
                    small
                    icon={IconX}
                    words={`Take sample ${i + 1} away`}
                    onPress={() => remove(i)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

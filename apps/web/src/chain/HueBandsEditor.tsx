import { lightOfOklab } from '@diplex/imaging';
import { bandWeights } from '@diplex/steps';
import type { EditorProps } from './editor-props';
import { FieldRows } from './FieldRows';
import { useStepValues } from './use-step';

type Bands = Parameters<typeof bandWeights>[0];

/** The ring is drawn in so many pieces. */
const PIECES = 72;

/** Lightness and chroma of the ring's colours in OKLCh. */
const [LIGHT, CHROMA] = [0.72, 0.12];

/** Inner and outer radius of the ring of hues, and how far bands stand out beyond it, in the drawing's own units. */
const [INNER, OUTER, BEYOND] = [30, 40, 16];

function colourOf(hue: number, alpha = 1): string {
  const rgb = new Float64Array(3);
  const angle = (hue * Math.PI) / 180;
  lightOfOklab(LIGHT, CHROMA * Math.cos(angle), CHROMA * Math.sin(angle), rgb);
  const byte = (value: number) => Math.round(255 * Math.max(0, Math.min(1, value)) ** (1 / 2.2));
  return `rgb(${byte(rgb[0] ?? 0)} ${byte(rgb[1] ?? 0)} ${byte(rgb[2] ?? 0)} / ${alpha})`;
}

/** A place on the ring; hues go round against the clock, from the right. */
function at(hue: number, radius: number): string {
  const angle = (hue * Math.PI) / 180;
  return `${(60 + radius * Math.cos(angle)).toFixed(2)} ${(60 - radius * Math.sin(angle)).toFixed(2)}`;
}

/** How much of each hue a band has, as a bump that stands out from the ring. */
function bump(bands: Bands, i: number): string {
  const outer = Array.from({ length: 181 }, (_, k) => {
    const weight = bandWeights(bands, k * 2)[i] ?? 0;
    return at(k * 2, OUTER + 1 + BEYOND * weight);
  });
  return `M${outer.join('L')}Z`;
}

/** The ring of hues with every band's width and fall-off on it. */
function HueRing({ bands }: { readonly bands: Bands }) {
  const said = bands.map(
    ({ hue, width, falloff }, i) =>
      `band ${i + 1} about ${Math.round(hue)}°, ${Math.round(width)}° wide, falls off over ${Math.round(falloff)}°`,
  );
  return (
    <svg
      viewBox="0 0 120 120"
      role="img"
      aria-label={`The ring of hues. ${said.join('; ') || 'No band yet'}.`}
      data-testid="hue-ring"
      className="mx-auto my-1 size-[132px]"
    >
      {bands.map((band, i) => (
        <path
          // A band is known by its place in the list.
          // biome-ignore lint/suspicious/noArrayIndexKey: see above
          key={i}
          d={bump(bands, i)}
          fill={colourOf(band.hue, 0.35)}
          stroke="var(--color-base-content)"
          strokeWidth={0.8}
        />
      ))}
      <circle cx={60} cy={60} r={OUTER + 1} fill="var(--color-base-100)" />
      {Array.from({ length: PIECES }, (_, k) => {
        const [from, to] = [(k * 360) / PIECES, ((k + 1.1) * 360) / PIECES];
        const d = `M${at(from, INNER)}L${at(from, OUTER)}L${at(to, OUTER)}L${at(to, INNER)}Z`;
        return <path key={from} d={d} fill={colourOf((from + to) / 2)} />;
      })}
      {bands.map(({ hue }, i) => (
        <g
          // biome-ignore lint/suspicious/noArrayIndexKey: a band is known by its place
          key={i}
        >
          <path
            d={`M${at(hue, INNER - 3)}L${at(hue, OUTER + BEYOND)}`}
            stroke="var(--color-base-content)"
            strokeWidth={0.8}
          />
          <text
            x={60 + (INNER - 9) * Math.cos((hue * Math.PI) / 180)}
            y={60 - (INNER - 9) * Math.sin((hue * Math.PI) / 180)}
            textAnchor="middle"
            dominantBaseline="central"
            fontSize={9}
            fill="var(--color-base-content)"
          >
            {i + 1}
          </text>
        </g>
      ))}
    </svg>
  );
}

/** The bands' amounts under the ring of hues. */
export function HueBandsEditor({ layer, step }: EditorProps) {
  const { values } = useStepValues(layer, step);
  return (
    <>
      <HueRing bands={(values as { bands: Bands }).bands} />
      <FieldRows layer={layer} step={step} />
    </>
  );
}

import { kelvinOf, type SourceReading } from '@diplex/core';

/** From how much on something is sure, and fairly sure. */
const [SURE, FAIRLY] = [0.7, 0.35];

function sureness(sure: number): string {
  if (sure >= SURE) return 'sure';
  return sure >= FAIRLY ? 'fairly sure' : 'hardly sure';
}

const SIDES = [
  'above',
  'above right',
  'the right',
  'below right',
  'below',
  'below left',
  'the left',
  'above left',
] as const;

function percent(share: number): string {
  const value = 100 * share;
  if (value === 0) return 'none';
  return value < 0.1 ? 'below 0.1 %' : `${value.toFixed(value < 10 ? 1 : 0)} %`;
}

/** Light from everywhere has no side worth telling. */
const DIRECTED = 0.2;

function lightFrom({ signature: { direction } }: SourceReading): string {
  if (!direction || direction.sure < FAIRLY) return 'cannot be told';
  if (direction.directed < DIRECTED) return 'everywhere';
  const side = SIDES[Math.round(direction.azimuth / 45) % 8];
  return `${side}, ${sureness(direction.sure)}`;
}

function horizonIn({ horizon }: SourceReading, height: number): string {
  if (!horizon || horizon.sure < FAIRLY) return 'no lines tell it';
  const tilt = Math.abs(horizon.tilt) < 0.25 ? '' : `, tilted ${horizon.tilt.toFixed(1)}°`;
  return `${((100 * horizon.y) / height).toFixed(0)} % down${tilt}, ${sureness(horizon.sure)}`;
}

/** A blur below this cannot be told from none, in pixels. */
const CRISP = 0.3;

function edges(sigma: number): string {
  return sigma < CRISP ? 'crisp edges' : `edges ${sigma.toFixed(1)} px soft`;
}

/** What a reading says, in words: what is read and how it is. */
export function sourceSaid(
  reading: SourceReading,
  height: number,
): readonly (readonly [what: string, how: string])[] {
  const { tones, light, sharpness, noise } = reading.signature;
  const spread = tones.white - tones.black;
  const grain = noise.bands.length ? Math.max(...noise.bands.map(({ sigma }) => sigma[1])) : null;
  return [
    ['White out', percent(reading.clipped.light)],
    ['Black out', percent(reading.clipped.dark)],
    [
      'Lightness',
      `${tones.black.toFixed(0)} to ${tones.white.toFixed(0)}, spread ${spread.toFixed(0)}`,
    ],
    [
      'Light',
      light
        ? `${Math.round(kelvinOf(light.temperature) / 50) * 50} K, ${sureness(light.sure)}`
        : 'cannot be told',
    ],
    ['Light from', lightFrom(reading)],
    ['Sharpness', sharpness ? edges(sharpness.sigma) : 'no edges tell it'],
    ['Noise', grain === null ? 'cannot be told' : `up to ${grain.toFixed(1)} of 255`],
    ['Horizon', horizonIn(reading, height)],
  ];
}

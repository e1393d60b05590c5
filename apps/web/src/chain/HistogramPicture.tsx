import { type Channel, type Counts, outlineOf } from './use-step-histogram';

interface HistogramPictureProps {
  readonly counts: Counts | null;
  readonly channel: Channel | 'all';
}

const TONES: Readonly<Record<Channel, string>> = {
  red: 'var(--channel-red)',
  green: 'var(--channel-green)',
  blue: 'var(--channel-blue)',
  lightness: 'var(--faint)',
};

const OF: Readonly<Record<Channel | 'all', readonly Channel[]>> = {
  all: ['red', 'green', 'blue'],
  red: ['red'],
  green: ['green'],
  blue: ['blue'],
  lightness: ['lightness'],
};

/** Tones in a unit square of an SVG: one channel, or all three over one another. */
export function HistogramPicture({ counts, channel }: HistogramPictureProps) {
  if (!counts) return null;
  return OF[channel].map((each) => (
    <path key={each} d={outlineOf(counts[each])} fill={TONES[each]} opacity={0.45} />
  ));
}

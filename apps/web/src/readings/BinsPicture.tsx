import type { ReadOf } from '@diplex/core';
import { useEffect, useRef } from 'react';
import { type BinChannel, chromaColours, waveformColours } from './bin-colours';
import { useReading } from './use-reading';

interface BinsPictureProps {
  readonly of: ReadOf;
  readonly by: 'waveform' | 'chroma';
  readonly channel: BinChannel;
  /** What it shows, in words. */
  readonly told: string;
}

const SHAPES = { waveform: 'h-[120px] w-full', chroma: 'mx-auto h-[200px] w-[200px]' } as const;

/** Lines at a quarter, a half and three quarters of the tones. */
const TONES = [0.25, 0.5, 0.75];

/** Rings of equal chroma round grey. */
const RINGS = [1 / 3, 2 / 3, 1];

/** A waveform, or the plane of chroma, of what shows. */
export function BinsPicture({ of, by, channel, told }: BinsPictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const bins = useReading(of, by);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !bins) return;
    const colours = by === 'chroma' ? chromaColours(bins) : waveformColours(bins, channel);
    const picture = context.createImageData(bins.width, bins.height);
    picture.data.set(colours);
    context.putImageData(picture, 0, 0);
  }, [bins, by, channel]);
  return (
    // On black in both themes: the chart is of light.
    <div className={`relative mt-1 overflow-hidden rounded-md bg-black ${SHAPES[by]}`}>
      <canvas
        ref={canvas}
        width={bins?.width ?? 1}
        height={bins?.height ?? 1}
        className="absolute inset-0 size-full"
        role="img"
        data-testid={by}
        aria-label={told}
      />
      <svg
        viewBox="-1 -1 2 2"
        preserveAspectRatio="none"
        aria-hidden="true"
        className="pointer-events-none absolute inset-0 size-full fill-none stroke-white/25"
        strokeWidth={0.01}
      >
        {by === 'chroma'
          ? RINGS.map((r) => <circle key={r} r={r} />)
          : TONES.map((y) => <path key={y} d={`M-1 ${2 * y - 1}H1`} />)}
        {by === 'chroma' && <path d="M-1 0H1M0 -1V1" />}
      </svg>
    </div>
  );
}

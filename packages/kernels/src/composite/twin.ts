import { decode, encode, type MixSpaceName } from '../transfer/transfer';
import type { ChannelBlend } from './channels';
import * as channels from './channels';
import type { ColourBlend, Triple } from './colours';
import * as colours from './colours';

const f = Math.fround;

/** Less than this share is none at all: one divided by it must still be a number. */
const NOTHING = f(1e-20);

export type CompositeRows = (
  backdrop: Float32Array,
  source: Float32Array,
  coverage: Float32Array | null,
  opacity: number,
  space: MixSpaceName,
) => void;

const normal: CompositeRows = (backdrop, source, coverage, opacity) => {
  for (let p = 0, i = 0; i < backdrop.length; p++, i += 4) {
    const k = coverage ? (coverage[p] as number) * opacity : opacity;
    const stays = 1 - (source[i + 3] as number) * k;
    backdrop[i] = (source[i] as number) * k + (backdrop[i] as number) * stays;
    backdrop[i + 1] = (source[i + 1] as number) * k + (backdrop[i + 1] as number) * stays;
    backdrop[i + 2] = (source[i + 2] as number) * k + (backdrop[i + 2] as number) * stays;
    backdrop[i + 3] = (source[i + 3] as number) * k + (backdrop[i + 3] as number) * stays;
  }
};

/** Adds premultiplied values where coverage mixes (Compositing Level 2, `plus-lighter`), up to 1. */
const plusLighter: CompositeRows = (backdrop, source, coverage, opacity) => {
  for (let p = 0, i = 0; i < backdrop.length; p++, i += 4) {
    const k = coverage ? (coverage[p] as number) * opacity : opacity;
    for (let c = i; c < i + 4; c++) {
      backdrop[c] = Math.min(1, (source[c] as number) * k + (backdrop[c] as number));
    }
  }
};

/** Walks the pixels that the source touches and blends their encoded colours with `blend`. */
function blended(blend: ColourBlend): CompositeRows {
  return (backdrop, source, coverage, opacity, space) => {
    const light = space === 'light';
    const b: Triple = [0, 0, 0];
    const s: Triple = [0, 0, 0];
    const out: Triple = [0, 0, 0];
    for (let p = 0, i = 0; i < backdrop.length; p++, i += 4) {
      const k = coverage ? (coverage[p] as number) * opacity : opacity;
      const sourceAlpha = source[i + 3] as number;
      const as = f(sourceAlpha * k);
      if (as <= NOTHING) continue;
      const ab = backdrop[i + 3] as number;
      // Single precision here: some formulas magnify differences of what they are given.
      const perBackdrop = ab > NOTHING ? f(1 / ab) : 0;
      const perSource = f(1 / sourceAlpha);
      for (let c = 0; c < 3; c++) {
        const bc = f((backdrop[i + c] as number) * perBackdrop);
        const sc = f((source[i + c] as number) * perSource);
        b[c] = light ? encode(bc) : Math.min(1, bc);
        s[c] = light ? encode(sc) : Math.min(1, sc);
      }
      blend(b, s, out);
      for (let c = 0; c < 3; c++) {
        const mixed = light ? decode(out[c] as number) : (out[c] as number);
        const own = (source[i + c] as number) * k * (1 - ab);
        backdrop[i + c] = (backdrop[i + c] as number) * (1 - as) + own + as * ab * mixed;
      }
      backdrop[i + 3] = as + ab * (1 - as);
    }
  };
}

function eachChannel(blend: ChannelBlend): ColourBlend {
  return (backdrop, source, out) => {
    out[0] = blend(backdrop[0], source[0]);
    out[1] = blend(backdrop[1], source[1]);
    out[2] = blend(backdrop[2], source[2]);
  };
}

/** The twin of every blend mode, by its name in the standard. */
export const COMPOSITE_TWINS = {
  normal,
  multiply: blended(eachChannel(channels.multiply)),
  screen: blended(eachChannel(channels.screen)),
  overlay: blended(eachChannel(channels.overlay)),
  darken: blended(eachChannel(channels.darken)),
  lighten: blended(eachChannel(channels.lighten)),
  'color-dodge': blended(eachChannel(channels.colorDodge)),
  'color-burn': blended(eachChannel(channels.colorBurn)),
  'hard-light': blended(eachChannel(channels.hardLight)),
  'soft-light': blended(eachChannel(channels.softLight)),
  difference: blended(eachChannel(channels.difference)),
  exclusion: blended(eachChannel(channels.exclusion)),
  hue: blended(colours.hue),
  saturation: blended(colours.saturation),
  color: blended(colours.color),
  luminosity: blended(colours.luminosity),
  'plus-lighter': plusLighter,
} as const satisfies Record<string, CompositeRows>;

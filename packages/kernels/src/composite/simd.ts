import { spare } from '../memory/simd';
import { clamp01, decode4, encode4 } from '../transfer/simd';

/** The numbers that composite.ts calls the blend modes by. */
const MULTIPLY = 1,
  SCREEN = 2,
  OVERLAY = 3,
  DARKEN = 4,
  LIGHTEN = 5,
  COLOR_DODGE = 6,
  COLOR_BURN = 7,
  HARD_LIGHT = 8,
  SOFT_LIGHT = 9,
  DIFFERENCE = 10,
  HUE = 12,
  SATURATION = 13,
  COLOR = 14;

const HAIR: f32 = 1e-5;

/** Less than this share is none at all: one divided by it must still be a number. */
const NOTHING: f32 = 1e-20;

function number(value: f32): v128 {
  return f32x4.splat(value);
}

function times(a: v128, b: v128): v128 {
  return f32x4.mul(a, b);
}

function plus(a: v128, b: v128): v128 {
  return f32x4.add(a, b);
}

function minus(a: v128, b: v128): v128 {
  return f32x4.sub(a, b);
}

function screen(b: v128, s: v128): v128 {
  return minus(plus(b, s), times(b, s));
}

function hardLight(b: v128, s: v128): v128 {
  const twice = plus(s, s);
  const low = times(b, twice);
  const high = screen(b, minus(twice, number(1)));
  return v128.bitselect(low, high, f32x4.le(s, number(0.5)));
}

function colorDodge(b: v128, s: v128): v128 {
  const most = f32x4.pmin(number(1), f32x4.div(b, minus(number(1), s)));
  const full = v128.bitselect(number(1), most, f32x4.ge(s, number(1 - HAIR)));
  return v128.andnot(full, f32x4.le(b, number(HAIR)));
}

function colorBurn(b: v128, s: v128): v128 {
  const most = f32x4.pmin(number(1), f32x4.div(minus(number(1), b), s));
  const burnt = v128.andnot(minus(number(1), most), f32x4.le(s, number(HAIR)));
  return v128.bitselect(number(1), burnt, f32x4.ge(b, number(1 - HAIR)));
}

function softLight(b: v128, s: v128): v128 {
  const twice = minus(plus(s, s), number(1));
  const dark = plus(b, times(times(twice, b), minus(number(1), b)));
  const poly = times(plus(times(minus(times(number(16), b), number(12)), b), number(4)), b);
  const root = v128.bitselect(poly, f32x4.sqrt(b), f32x4.le(b, number(0.25)));
  const bright = plus(b, times(twice, minus(root, b)));
  return v128.bitselect(dark, bright, f32x4.le(s, number(0.5)));
}

/** One channel of four pixels: `b` the backdrop, `s` the source, encoded. */
function blendChannel(mode: i32, b: v128, s: v128): v128 {
  switch (mode) {
    case MULTIPLY:
      return times(b, s);
    case SCREEN:
      return screen(b, s);
    case OVERLAY:
      return hardLight(s, b);
    case DARKEN:
      return f32x4.pmin(b, s);
    case LIGHTEN:
      return f32x4.pmax(b, s);
    case COLOR_DODGE:
      return colorDodge(b, s);
    case COLOR_BURN:
      return colorBurn(b, s);
    case HARD_LIGHT:
      return hardLight(b, s);
    case SOFT_LIGHT:
      return softLight(b, s);
    case DIFFERENCE:
      return f32x4.abs(minus(b, s));
    // Exclusion, 11.
    default:
      return minus(plus(b, s), times(number(2), times(b, s)));
  }
}

function luminosity(r: v128, g: v128, b: v128): v128 {
  return plus(plus(times(number(0.3), r), times(number(0.59), g)), times(number(0.11), b));
}

function least(r: v128, g: v128, b: v128): v128 {
  return f32x4.pmin(r, f32x4.pmin(g, b));
}

function greatest(r: v128, g: v128, b: v128): v128 {
  return f32x4.pmax(r, f32x4.pmax(g, b));
}

/** Writes three channels, moved to the luminosity `l` and clipped, to the spare memory. */
function putWithLuminosity(red: v128, green: v128, blue: v128, l: v128): void {
  const d = minus(l, luminosity(red, green, blue));
  let r = plus(red, d);
  let g = plus(green, d);
  let b = plus(blue, d);
  const middle = luminosity(r, g, b);
  const n = least(r, g, b);
  const x = greatest(r, g, b);
  const below = f32x4.lt(n, number(0));
  const down = minus(middle, n);
  r = v128.bitselect(plus(middle, f32x4.div(times(minus(r, middle), middle), down)), r, below);
  g = v128.bitselect(plus(middle, f32x4.div(times(minus(g, middle), middle), down)), g, below);
  b = v128.bitselect(plus(middle, f32x4.div(times(minus(b, middle), middle), down)), b, below);
  const above = f32x4.gt(x, number(1));
  const room = minus(number(1), middle);
  const up = minus(x, middle);
  r = v128.bitselect(plus(middle, f32x4.div(times(minus(r, middle), room), up)), r, above);
  g = v128.bitselect(plus(middle, f32x4.div(times(minus(g, middle), room), up)), g, above);
  b = v128.bitselect(plus(middle, f32x4.div(times(minus(b, middle), room), up)), b, above);
  v128.store(spare, r);
  v128.store(spare, g, 16);
  v128.store(spare, b, 32);
}

function spread(value: v128, low: v128, factor: v128, from: v128): v128 {
  const scaled = f32x4.div(times(minus(value, low), factor), from);
  return v128.and(scaled, f32x4.gt(from, number(0)));
}

/** Hue, saturation, color or luminosity of four pixels; the result goes to the spare memory. */
function blendColour(mode: i32, br: v128, bg: v128, bb: v128, sr: v128, sg: v128, sb: v128): void {
  const lb = luminosity(br, bg, bb);
  if (mode === COLOR) return putWithLuminosity(sr, sg, sb, lb);
  const lowB = least(br, bg, bb);
  const satB = minus(greatest(br, bg, bb), lowB);
  const lowS = least(sr, sg, sb);
  const satS = minus(greatest(sr, sg, sb), lowS);
  if (mode === HUE) {
    putWithLuminosity(
      spread(sr, lowS, satB, satS),
      spread(sg, lowS, satB, satS),
      spread(sb, lowS, satB, satS),
      lb,
    );
  } else if (mode === SATURATION) {
    putWithLuminosity(
      spread(br, lowB, satS, satB),
      spread(bg, lowB, satS, satB),
      spread(bb, lowB, satS, satB),
      lb,
    );
  } else putWithLuminosity(br, bg, bb, luminosity(sr, sg, sb));
}

/** Four pixels of a blend mode that looks at colours. `k` is coverage times opacity of each. */
function blendFour(mode: i32, backdrop: usize, source: usize, k: v128, light: bool): void {
  const a0 = v128.load(source),
    a1 = v128.load(source, 16);
  const a2 = v128.load(source, 32),
    a3 = v128.load(source, 48);
  const a01 = v128.shuffle<u32>(a0, a1, 2, 6, 3, 7),
    a23 = v128.shuffle<u32>(a2, a3, 2, 6, 3, 7);
  const sa = v128.shuffle<u32>(a01, a23, 2, 3, 6, 7);
  const as = times(sa, k);
  const seen = f32x4.gt(as, number(NOTHING));
  if (!v128.any_true(seen)) return;
  const a01l = v128.shuffle<u32>(a0, a1, 0, 4, 1, 5),
    a23l = v128.shuffle<u32>(a2, a3, 0, 4, 1, 5);
  const sr = v128.shuffle<u32>(a01l, a23l, 0, 1, 4, 5);
  const sg = v128.shuffle<u32>(a01l, a23l, 2, 3, 6, 7);
  const sb = v128.shuffle<u32>(a01, a23, 0, 1, 4, 5);
  const b0 = v128.load(backdrop),
    b1 = v128.load(backdrop, 16);
  const b2 = v128.load(backdrop, 32),
    b3 = v128.load(backdrop, 48);
  const b01 = v128.shuffle<u32>(b0, b1, 2, 6, 3, 7),
    b23 = v128.shuffle<u32>(b2, b3, 2, 6, 3, 7);
  const b01l = v128.shuffle<u32>(b0, b1, 0, 4, 1, 5),
    b23l = v128.shuffle<u32>(b2, b3, 0, 4, 1, 5);
  const br = v128.shuffle<u32>(b01l, b23l, 0, 1, 4, 5);
  const bg = v128.shuffle<u32>(b01l, b23l, 2, 3, 6, 7);
  const bb = v128.shuffle<u32>(b01, b23, 0, 1, 4, 5);
  const ab = v128.shuffle<u32>(b01, b23, 2, 3, 6, 7);

  const perBackdrop = v128.and(f32x4.div(number(1), ab), f32x4.gt(ab, number(NOTHING)));
  const perSource = v128.and(f32x4.div(number(1), sa), f32x4.gt(sa, number(NOTHING)));
  let er = times(br, perBackdrop),
    eg = times(bg, perBackdrop),
    eb = times(bb, perBackdrop);
  let fr = times(sr, perSource),
    fg = times(sg, perSource),
    fb = times(sb, perSource);
  if (light) {
    er = encode4(er);
    eg = encode4(eg);
    eb = encode4(eb);
    fr = encode4(fr);
    fg = encode4(fg);
    fb = encode4(fb);
  } else {
    er = clamp01(er);
    eg = clamp01(eg);
    eb = clamp01(eb);
    fr = clamp01(fr);
    fg = clamp01(fg);
    fb = clamp01(fb);
  }
  let mr: v128, mg: v128, mb: v128;
  if (mode < HUE) {
    mr = blendChannel(mode, er, fr);
    mg = blendChannel(mode, eg, fg);
    mb = blendChannel(mode, eb, fb);
  } else {
    blendColour(mode, er, eg, eb, fr, fg, fb);
    mr = v128.load(spare);
    mg = v128.load(spare, 16);
    mb = v128.load(spare, 32);
  }
  if (light) {
    mr = decode4(mr);
    mg = decode4(mg);
    mb = decode4(mb);
  }
  const stays = minus(number(1), as);
  const alone = times(k, minus(number(1), ab));
  const both = times(as, ab);
  const or = plus(plus(times(br, stays), times(sr, alone)), times(both, mr));
  const og = plus(plus(times(bg, stays), times(sg, alone)), times(both, mg));
  const ob = plus(plus(times(bb, stays), times(sb, alone)), times(both, mb));
  const oa = plus(as, times(ab, stays));
  const nr = v128.bitselect(or, br, seen),
    ng = v128.bitselect(og, bg, seen);
  const nb = v128.bitselect(ob, bb, seen),
    na = v128.bitselect(oa, ab, seen);
  const rg = v128.shuffle<u32>(nr, ng, 0, 4, 1, 5),
    rgHigh = v128.shuffle<u32>(nr, ng, 2, 6, 3, 7);
  const ba = v128.shuffle<u32>(nb, na, 0, 4, 1, 5),
    baHigh = v128.shuffle<u32>(nb, na, 2, 6, 3, 7);
  v128.store(backdrop, v128.shuffle<u32>(rg, ba, 0, 1, 4, 5));
  v128.store(backdrop, v128.shuffle<u32>(rg, ba, 2, 3, 6, 7), 16);
  v128.store(backdrop, v128.shuffle<u32>(rgHigh, baHigh, 0, 1, 4, 5), 32);
  v128.store(backdrop, v128.shuffle<u32>(rgHigh, baHigh, 2, 3, 6, 7), 48);
}

function shares(coverage: usize, opacity: f32): v128 {
  return coverage ? times(v128.load(coverage), number(opacity)) : number(opacity);
}

/** See composite.ts. `coverage` is 0 for 1 everywhere. */
export function compositeBlended(
  mode: i32,
  backdrop: usize,
  source: usize,
  coverage: usize,
  opacity: f32,
  light: bool,
  pixels: i32,
): void {
  let left = pixels;
  for (; left >= 4; left -= 4) {
    blendFour(mode, backdrop, source, shares(coverage, opacity), light);
    backdrop += 64;
    source += 64;
    if (coverage) coverage += 16;
  }
  if (left === 0) return;
  // The last one to three pixels, among pixels of nothing.
  const b = spare + 64,
    s = spare + 128,
    c = spare + 192;
  memory.fill(b, 0, 144);
  memory.copy(b, backdrop, left << 4);
  memory.copy(s, source, left << 4);
  if (coverage) memory.copy(c, coverage, left << 2);
  blendFour(mode, b, s, shares(coverage ? c : 0, opacity), light);
  memory.copy(backdrop, b, left << 4);
}

export function compositeNormal(
  backdrop: usize,
  source: usize,
  coverage: usize,
  opacity: f32,
  pixels: i32,
): void {
  const end = backdrop + ((<usize>pixels) << 4);
  if (coverage) {
    for (; backdrop < end; backdrop += 16, source += 16, coverage += 4) {
      const s = times(v128.load(source), number(load<f32>(coverage) * opacity));
      const stays = minus(number(1), v128.shuffle<u32>(s, s, 3, 3, 3, 3));
      v128.store(backdrop, plus(s, times(v128.load(backdrop), stays)));
    }
    return;
  }
  const k = number(opacity);
  for (; backdrop < end; backdrop += 16, source += 16) {
    const s = times(v128.load(source), k);
    const stays = minus(number(1), v128.shuffle<u32>(s, s, 3, 3, 3, 3));
    v128.store(backdrop, plus(s, times(v128.load(backdrop), stays)));
  }
}

export function compositePlusLighter(
  backdrop: usize,
  source: usize,
  coverage: usize,
  opacity: f32,
  pixels: i32,
): void {
  const end = backdrop + ((<usize>pixels) << 4);
  for (; backdrop < end; backdrop += 16, source += 16) {
    let k = opacity;
    if (coverage) {
      k *= load<f32>(coverage);
      coverage += 4;
    }
    const sum = plus(times(v128.load(source), number(k)), v128.load(backdrop));
    v128.store(backdrop, f32x4.pmin(number(1), sum));
  }
}

/** What a sample stands for: looked up, or divided where there is no table. */
function mixingValue(table: usize, sample: u32): f32 {
  return table ? load<f32>(table + ((<usize>sample) << 2)) : <f32>sample * (1 / 255);
}

/** One pixel of whole numbers that stand for themselves, over one of the backdrop. */
function overOne(backdrop: usize, samples: v128, k: v128, perTop: v128): void {
  const straight = times(f32x4.convert_i32x4_s(samples), perTop);
  const alpha = v128.shuffle<u32>(straight, straight, 3, 3, 3, 3);
  const colour = v128.or(v128.and(straight, i32x4(-1, -1, -1, 0)), f32x4(0, 0, 0, 1));
  const s = times(times(colour, alpha), k);
  const stays = minus(number(1), v128.shuffle<u32>(s, s, 3, 3, 3, 3));
  v128.store(backdrop, plus(s, times(v128.load(backdrop), stays)));
}

/** Four pixels at a time of RGBA that needs no table; gives how many pixels are done. */
function overFours(backdrop: usize, source: usize, opacity: f32, pixels: i32): i32 {
  const k = number(opacity);
  const perTop = number(1 / 255);
  const done = pixels & ~3;
  const end = backdrop + ((<usize>done) << 4);
  for (; backdrop < end; backdrop += 64, source += 16) {
    const bytes = v128.load(source);
    const low = i16x8.extend_low_i8x16_u(bytes);
    const high = i16x8.extend_high_i8x16_u(bytes);
    overOne(backdrop, i32x4.extend_low_i16x8_u(low), k, perTop);
    overOne(backdrop + 16, i32x4.extend_high_i16x8_u(low), k, perTop);
    overOne(backdrop + 32, i32x4.extend_low_i16x8_u(high), k, perTop);
    overOne(backdrop + 48, i32x4.extend_high_i16x8_u(high), k, perTop);
  }
  return done;
}

/** See composite-samples.ts: 8-bit samples straight onto the backdrop, without coverage. */
export function compositeSamples(
  backdrop: usize,
  source: usize,
  channels: i32,
  table: usize,
  opacity: f32,
  pixels: i32,
): void {
  const end = backdrop + ((<usize>pixels) << 4);
  if (channels === 4 && !table) {
    const done = overFours(backdrop, source, opacity, pixels);
    backdrop += (<usize>done) << 4;
    source += (<usize>done) << 2;
  }
  const k = number(opacity);
  const step = <usize>channels;
  const perTop = number(1 / 255);
  for (; backdrop < end; backdrop += 16, source += step) {
    let s: v128;
    if (channels === 3) {
      s = f32x4(
        mixingValue(table, load<u8>(source)),
        mixingValue(table, load<u8>(source, 1)),
        mixingValue(table, load<u8>(source, 2)),
        1,
      );
    } else {
      const samples = i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load32_zero(source)));
      const straight = times(f32x4.convert_i32x4_u(samples), perTop);
      const alpha = v128.shuffle<u32>(straight, straight, 3, 3, 3, 3);
      const colour = table
        ? f32x4(
            mixingValue(table, load<u8>(source)),
            mixingValue(table, load<u8>(source, 1)),
            mixingValue(table, load<u8>(source, 2)),
            1,
          )
        : f32x4.replace_lane(straight, 3, 1);
      s = times(colour, alpha);
    }
    s = times(s, k);
    const stays = minus(number(1), v128.shuffle<u32>(s, s, 3, 3, 3, 3));
    v128.store(backdrop, plus(s, times(v128.load(backdrop), stays)));
  }
}

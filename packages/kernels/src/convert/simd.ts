import { spare } from '../memory/simd';
import { clamp01, encode4 } from '../transfer/simd';

function look(table: usize, at: usize): f32 {
  return load<f32>(table + (at << 2));
}

/** See decode-row.ts. `wide` for 16-bit samples; `table` is 0 where samples are taken as they are. */
export function decodeRow(
  from: usize,
  channels: i32,
  wide: bool,
  table: usize,
  to: usize,
  pixels: i32,
): void {
  const end = to + ((<usize>pixels) << 4);
  if (channels === 3) {
    if (wide) {
      for (; to < end; to += 16, from += 6) {
        store<f32>(to, look(table, load<u16>(from)));
        store<f32>(to, look(table, load<u16>(from, 2)), 4);
        store<f32>(to, look(table, load<u16>(from, 4)), 8);
        store<f32>(to, 1, 12);
      }
    } else {
      for (; to < end; to += 16, from += 3) {
        store<f32>(to, look(table, load<u8>(from)));
        store<f32>(to, look(table, load<u8>(from, 1)), 4);
        store<f32>(to, look(table, load<u8>(from, 2)), 8);
        store<f32>(to, 1, 12);
      }
    }
  } else if (wide) {
    for (; to < end; to += 16, from += 8) {
      const alpha = <f32>load<u16>(from, 6) / 65535;
      store<f32>(to, look(table, load<u16>(from)) * alpha);
      store<f32>(to, look(table, load<u16>(from, 2)) * alpha, 4);
      store<f32>(to, look(table, load<u16>(from, 4)) * alpha, 8);
      store<f32>(to, alpha, 12);
    }
  } else {
    for (; to < end; to += 16, from += 4) {
      const alpha = <f32>load<u8>(from, 3) / 255;
      store<f32>(to, look(table, load<u8>(from)) * alpha);
      store<f32>(to, look(table, load<u8>(from, 1)) * alpha, 4);
      store<f32>(to, look(table, load<u8>(from, 2)) * alpha, 8);
      store<f32>(to, alpha, 12);
    }
  }
}

/** Straight 8-bit RGBA whose samples are the mixing space's own values: no table is needed. */
export function decodeEncodedRow(from: usize, to: usize, pixels: i32): void {
  const end = to + ((<usize>pixels) << 4);
  const top = f32x4.splat(255);
  for (; to < end; to += 16, from += 4) {
    const bytes = i16x8.extend_low_i8x16_u(v128.load32_zero(from));
    const v = f32x4.div(f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(bytes)), top);
    const alpha = v128.shuffle<u32>(v, v, 3, 3, 3, 3);
    // The alpha itself is not multiplied.
    v128.store(to, f32x4.replace_lane(f32x4.mul(v, alpha), 3, f32x4.extract_lane(v, 3)));
  }
}

/** The colours of four pixels, straight and encoded, times `top`, as whole numbers in 4 lanes each. */
function encodeFour(from: usize, to: usize, light: bool, wide: bool): void {
  const p0 = v128.load(from),
    p1 = v128.load(from, 16);
  const p2 = v128.load(from, 32),
    p3 = v128.load(from, 48);
  const low01 = v128.shuffle<u32>(p0, p1, 0, 4, 1, 5),
    low23 = v128.shuffle<u32>(p2, p3, 0, 4, 1, 5);
  const high01 = v128.shuffle<u32>(p0, p1, 2, 6, 3, 7),
    high23 = v128.shuffle<u32>(p2, p3, 2, 6, 3, 7);
  const alpha = clamp01(v128.shuffle<u32>(high01, high23, 2, 3, 6, 7));
  const one = f32x4.splat(1);
  const some = f32x4.gt(alpha, f32x4.splat(1e-20));
  const per = v128.and(f32x4.div(one, alpha), some);
  let r = f32x4.mul(v128.shuffle<u32>(low01, low23, 0, 1, 4, 5), per);
  let g = f32x4.mul(v128.shuffle<u32>(low01, low23, 2, 3, 6, 7), per);
  let b = f32x4.mul(v128.shuffle<u32>(high01, high23, 0, 1, 4, 5), per);
  if (light) {
    r = encode4(r);
    g = encode4(g);
    b = encode4(b);
  } else {
    r = clamp01(r);
    g = clamp01(g);
    b = clamp01(b);
  }
  const top = f32x4.splat(wide ? 65535 : 255);
  const half = f32x4.splat(0.5);
  const ri = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(r, top), half));
  const gi = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(g, top), half));
  const bi = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(b, top), half));
  const ai = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(alpha, top), half));
  if (wide) {
    const rg = v128.or(ri, i32x4.shl(gi, 16)),
      ba = v128.or(bi, i32x4.shl(ai, 16));
    v128.store(to, v128.shuffle<u32>(rg, ba, 0, 4, 1, 5));
    v128.store(to, v128.shuffle<u32>(rg, ba, 2, 6, 3, 7), 16);
  } else {
    const rg = v128.or(ri, i32x4.shl(gi, 8));
    const ba = v128.or(i32x4.shl(bi, 16), i32x4.shl(ai, 24));
    v128.store(to, v128.or(rg, ba));
  }
}

/** See encode-pixels.ts. */
export function encodePixels(from: usize, to: usize, light: bool, wide: bool, pixels: i32): void {
  const step: usize = wide ? 32 : 16;
  let left = pixels;
  for (; left >= 4; left -= 4) {
    encodeFour(from, to, light, wide);
    from += 64;
    to += step;
  }
  if (left === 0) return;
  memory.fill(spare, 0, 64);
  memory.copy(spare, from, left << 4);
  encodeFour(spare, spare + 64, light, wide);
  memory.copy(to, spare + 64, left * (wide ? 8 : 4));
}

/** See encode-pixels.ts: opaque pixels to three samples each. */
export function encodeOpaque(from: usize, to: usize, light: bool, wide: bool, pixels: i32): void {
  const sample: i32 = wide ? 2 : 1;
  let left = pixels;
  while (left > 0) {
    const now = left < 4 ? left : 4;
    if (now === 4) encodeFour(from, spare + 64, light, wide);
    else {
      memory.fill(spare, 0, 64);
      memory.copy(spare, from, now << 4);
      encodeFour(spare, spare + 64, light, wide);
    }
    for (let i = 0; i < now; i++) {
      if (wide) {
        store<u32>(to, load<u32>(spare + 64 + (i << 3)));
        store<u16>(to, load<u16>(spare + 68 + (i << 3)), 4);
      } else {
        const pixel = load<u32>(spare + 64 + (i << 2));
        store<u16>(to, <u16>pixel);
        store<u8>(to, <u8>(pixel >>> 16), 2);
      }
      to += 3 * sample;
    }
    from += 64;
    left -= now;
  }
}

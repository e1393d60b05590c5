import { spare } from '../memory/simd';
import { clamp01, encode4 } from '../transfer/simd';

/** Added to a small number it leaves its nearest whole number in the last bits. */
const ROUNDING: f32 = 8388608;

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
      const alpha = <f32>load<u16>(from, 6) * (1 / 65535);
      store<f32>(to, look(table, load<u16>(from)) * alpha);
      store<f32>(to, look(table, load<u16>(from, 2)) * alpha, 4);
      store<f32>(to, look(table, load<u16>(from, 4)) * alpha, 8);
      store<f32>(to, alpha, 12);
    }
  } else {
    for (; to < end; to += 16, from += 4) {
      const alpha = <f32>load<u8>(from, 3) * (1 / 255);
      store<f32>(to, look(table, load<u8>(from)) * alpha);
      store<f32>(to, look(table, load<u8>(from, 1)) * alpha, 4);
      store<f32>(to, look(table, load<u8>(from, 2)) * alpha, 8);
      store<f32>(to, alpha, 12);
    }
  }
}

/** One pixel of whole numbers, its colours times its alpha. */
function premultiplied(samples: v128): v128 {
  const v = f32x4.mul(f32x4.convert_i32x4_u(samples), f32x4.splat(1 / 255));
  const alpha = v128.shuffle<u32>(v, v, 3, 3, 3, 3);
  // The alpha itself is multiplied by 1.
  return f32x4.mul(v, v128.bitselect(alpha, f32x4.splat(1), i32x4(-1, -1, -1, 0)));
}

/** Straight 8-bit RGBA whose samples are the mixing space's own values: no table is needed. */
export function decodeEncodedRow(from: usize, to: usize, pixels: i32): void {
  let left = pixels;
  for (; left >= 4; left -= 4, from += 16, to += 64) {
    const bytes = v128.load(from);
    const low = i16x8.extend_low_i8x16_u(bytes);
    const high = i16x8.extend_high_i8x16_u(bytes);
    v128.store(to, premultiplied(i32x4.extend_low_i16x8_u(low)));
    v128.store(to, premultiplied(i32x4.extend_high_i16x8_u(low)), 16);
    v128.store(to, premultiplied(i32x4.extend_low_i16x8_u(high)), 32);
    v128.store(to, premultiplied(i32x4.extend_high_i16x8_u(high)), 48);
  }
  for (; left > 0; left--, from += 4, to += 16) {
    const low = i16x8.extend_low_i8x16_u(v128.load32_zero(from));
    v128.store(to, premultiplied(i32x4.extend_low_i16x8_u(low)));
  }
}

/** Opaque 8-bit RGB likewise; the last pixels are read one by one, so that nothing beyond them is. */
export function decodeOpaqueRow(from: usize, to: usize, pixels: i32): void {
  const per = f32x4.splat(1 / 255);
  const alpha = i32x4(0, 0, 0, 255);
  let left = pixels;
  for (; left >= 6; left -= 4, from += 12, to += 64) {
    const b = v128.load(from);
    const p0 = i8x16.swizzle(b, i8x16(0, -1, -1, -1, 1, -1, -1, -1, 2, -1, -1, -1, -1, -1, -1, -1));
    const p1 = i8x16.swizzle(b, i8x16(3, -1, -1, -1, 4, -1, -1, -1, 5, -1, -1, -1, -1, -1, -1, -1));
    const p2 = i8x16.swizzle(b, i8x16(6, -1, -1, -1, 7, -1, -1, -1, 8, -1, -1, -1, -1, -1, -1, -1));
    const p3 = i8x16.swizzle(
      b,
      i8x16(9, -1, -1, -1, 10, -1, -1, -1, 11, -1, -1, -1, -1, -1, -1, -1),
    );
    v128.store(to, f32x4.mul(f32x4.convert_i32x4_s(v128.or(p0, alpha)), per));
    v128.store(to, f32x4.mul(f32x4.convert_i32x4_s(v128.or(p1, alpha)), per), 16);
    v128.store(to, f32x4.mul(f32x4.convert_i32x4_s(v128.or(p2, alpha)), per), 32);
    v128.store(to, f32x4.mul(f32x4.convert_i32x4_s(v128.or(p3, alpha)), per), 48);
  }
  for (; left > 0; left--, from += 3, to += 16) {
    const pixel = i32x4(load<u8>(from), load<u8>(from, 1), load<u8>(from, 2), 255);
    v128.store(to, f32x4.mul(f32x4.convert_i32x4_s(pixel), per));
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
  const rounding = f32x4.splat(ROUNDING);
  const low = i32x4.splat(0x7fffff);
  const ri = v128.and(f32x4.add(f32x4.mul(r, top), rounding), low);
  const gi = v128.and(f32x4.add(f32x4.mul(g, top), rounding), low);
  const bi = v128.and(f32x4.add(f32x4.mul(b, top), rounding), low);
  const ai = v128.and(f32x4.add(f32x4.mul(alpha, top), rounding), low);
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

/** Four opaque pixels to twelve bytes; 16 are written. */
function encodeOpaqueFour(from: usize, to: usize, light: bool): void {
  const top = f32x4.splat(255);
  const rounding = f32x4.splat(ROUNDING);
  const low = i32x4.splat(0x7fffff);
  let p0 = clamp01(v128.load(from));
  let p1 = clamp01(v128.load(from, 16));
  let p2 = clamp01(v128.load(from, 32));
  let p3 = clamp01(v128.load(from, 48));
  if (light) {
    p0 = encode4(p0);
    p1 = encode4(p1);
    p2 = encode4(p2);
    p3 = encode4(p3);
  }
  const i0 = v128.and(f32x4.add(f32x4.mul(p0, top), rounding), low);
  const i1 = v128.and(f32x4.add(f32x4.mul(p1, top), rounding), low);
  const i2 = v128.and(f32x4.add(f32x4.mul(p2, top), rounding), low);
  const i3 = v128.and(f32x4.add(f32x4.mul(p3, top), rounding), low);
  const bytes = i8x16.narrow_i16x8_u(i16x8.narrow_i32x4_u(i0, i1), i16x8.narrow_i32x4_u(i2, i3));
  v128.store(
    to,
    i8x16.swizzle(bytes, i8x16(0, 1, 2, 4, 5, 6, 8, 9, 10, 12, 13, 14, -1, -1, -1, -1)),
  );
}

/** See encode-pixels.ts: opaque pixels to three samples each. */
export function encodeOpaque(from: usize, to: usize, light: bool, wide: bool, pixels: i32): void {
  let left = pixels;
  if (!wide) {
    // Sixteen bytes are written each time, so the last pixels go another way.
    for (; left >= 6; left -= 4, from += 64, to += 12) encodeOpaqueFour(from, to, light);
  }
  const sample: i32 = wide ? 2 : 1;
  while (left > 0) {
    const now = left < 4 ? left : 4;
    memory.fill(spare, 0, 64);
    memory.copy(spare, from, now << 4);
    encodeFour(spare, spare + 64, light, wide);
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

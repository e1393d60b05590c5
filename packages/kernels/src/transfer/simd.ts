// The polynomials of transfer.ts, on four values at once and with the same single-precision steps.

function step(sum: v128, x: v128, coefficient: f32): v128 {
  return f32x4.add(f32x4.mul(sum, x), f32x4.splat(coefficient));
}

export function clamp01(x: v128): v128 {
  return f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), x));
}

/** Linear light to encoded; values outside 0..1 are clamped. */
export function encode4(light: v128): v128 {
  const x = clamp01(light);
  const q = f32x4.sqrt(f32x4.sqrt(x));
  let sum = f32x4.splat(-0.07196584256670382);
  sum = step(sum, q, 0.3763348390150927);
  sum = step(sum, q, -0.865389785308807);
  sum = step(sum, q, 1.1773361604405754);
  sum = step(sum, q, -1.1382080885777897);
  sum = step(sum, q, 1.4558688530654051);
  sum = step(sum, q, 0.12453703284094325);
  sum = step(sum, q, -0.05851341376347651);
  const low = f32x4.mul(x, f32x4.splat(12.92));
  const isLow = f32x4.le(x, f32x4.splat(0.0031308));
  const high = v128.bitselect(f32x4.splat(1), sum, f32x4.ge(x, f32x4.splat(1)));
  return v128.bitselect(low, high, isLow);
}

/** Encoded to linear light; values outside 0..1 are clamped. */
export function decode4(encoded: v128): v128 {
  const x = clamp01(encoded);
  const t = f32x4.add(
    f32x4.mul(x, f32x4.splat(0.9478672985781991)),
    f32x4.splat(0.05213270142180095),
  );
  const h = f32x4.sqrt(t);
  let sum = f32x4.splat(0.0096526983612077);
  sum = step(sum, h, -0.07917292991382822);
  sum = step(sum, h, 0.8910812957648272);
  sum = step(sum, h, 0.22682255499633497);
  sum = step(sum, h, -0.06009917428466329);
  sum = step(sum, h, 0.013471923681789014);
  sum = step(sum, h, -0.001873118108362039);
  sum = step(sum, h, 0.00011675629400703994);
  const low = f32x4.mul(x, f32x4.splat(0.07739938080495357));
  const isLow = f32x4.le(x, f32x4.splat(0.04045));
  const high = v128.bitselect(f32x4.splat(1), sum, f32x4.ge(x, f32x4.splat(1)));
  return v128.bitselect(low, high, isLow);
}

/**
 * Blend functions that look at the whole colour: W3C Compositing and Blending Level 1, section 9.2.
 * Backdrop and source are encoded, 0..1; the result is written to `out`.
 */
export type Triple = [r: number, g: number, b: number];
export type ColourBlend = (backdrop: Triple, source: Triple, out: Triple) => void;

export function luminosityOf(c: Triple): number {
  return 0.3 * c[0] + 0.59 * c[1] + 0.11 * c[2];
}

function saturationOf(c: Triple): number {
  return Math.max(c[0], c[1], c[2]) - Math.min(c[0], c[1], c[2]);
}

function clipColour(c: Triple): void {
  const l = luminosityOf(c);
  const n = Math.min(c[0], c[1], c[2]);
  const x = Math.max(c[0], c[1], c[2]);
  if (n < 0) for (let i = 0; i < 3; i++) c[i] = l + (((c[i] as number) - l) * l) / (l - n);
  if (x > 1) for (let i = 0; i < 3; i++) c[i] = l + (((c[i] as number) - l) * (1 - l)) / (x - l);
}

function setLuminosity(c: Triple, l: number): void {
  const d = l - luminosityOf(c);
  c[0] += d;
  c[1] += d;
  c[2] += d;
  clipColour(c);
}

function setSaturation(c: Triple, s: number): void {
  const low = Math.min(c[0], c[1], c[2]);
  const spread = saturationOf(c);
  for (let i = 0; i < 3; i++) c[i] = spread > 0 ? (((c[i] as number) - low) * s) / spread : 0;
}

function copy(from: Triple, to: Triple): void {
  to[0] = from[0];
  to[1] = from[1];
  to[2] = from[2];
}

export const hue: ColourBlend = (backdrop, source, out) => {
  copy(source, out);
  setSaturation(out, saturationOf(backdrop));
  setLuminosity(out, luminosityOf(backdrop));
};

export const saturation: ColourBlend = (backdrop, source, out) => {
  copy(backdrop, out);
  setSaturation(out, saturationOf(source));
  setLuminosity(out, luminosityOf(backdrop));
};

export const color: ColourBlend = (backdrop, source, out) => {
  copy(source, out);
  setLuminosity(out, luminosityOf(backdrop));
};

export const luminosity: ColourBlend = (backdrop, source, out) => {
  copy(backdrop, out);
  setLuminosity(out, luminosityOf(source));
};

/** The way of skin in OKLab's a and b, in degrees, whatever its lightness; hues beyond so much of it are not like it. */
const [WAY, WIDTH] = [52, 38];

const [A, B] = [Math.cos((WAY * Math.PI) / 180), Math.sin((WAY * Math.PI) / 180)];
const FALLS = 1 / (1 - Math.cos((WIDTH * Math.PI) / 180));

/** Greys are like nothing; from this chroma on a hue counts wholly. */
const LEAST_CHROMA = 0.03;

/** How much a colour is like skin by its hue, 0..1; given as OKLab's a and b. */
export function skinLikeness(a: number, b: number): number {
  const chroma = Math.hypot(a, b);
  if (chroma === 0) return 0;
  const away = Math.max(0, Math.min(1, (1 - (a * A + b * B) / chroma) * FALLS));
  const like = 1 - away * away * (3 - 2 * away);
  return like * Math.min(1, chroma / LEAST_CHROMA);
}

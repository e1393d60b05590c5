/** How far apart the lines of the hatching are, in pixels of the image. */
const PERIOD = 9;

/** Coverage as a light hatched film, to lay over the picture. */
export function coverageImage(
  width: number,
  height: number,
  coverageAt: (pixel: number) => number,
): ImageData {
  const image = new ImageData(width, height);
  const pixels = new Uint32Array(image.data.buffer);
  for (let y = 0, p = 0; y < height; y++) {
    for (let x = 0; x < width; x++, p++) {
      const coverage = coverageAt(p);
      if (coverage <= 0) continue;
      const line = (x + y) % PERIOD < 2;
      // Little-endian: alpha, blue, green, red. Brass, with white lines.
      const alpha = Math.round(coverage * (line ? 190 : 120));
      pixels[p] = (alpha << 24) | (line ? 0xffffff : 0x4aa7d9);
    }
  }
  return image;
}

import sharp from 'sharp';

/** A small generator of numbers from 0 to 1, the same ones every time (mulberry32). */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** The wire on which the kettle was held while the boat was moved, and what lay on the scanner. */
function rigAndDust(width: number, height: number): string {
  const next = numbers(7);
  const specks = Array.from({ length: 46 }, () => {
    const [x, y, radius] = [next() * width, next() * height, 1 + 2.6 * next() ** 2];
    const bright = next() > 0.4;
    return `<ellipse cx="${x}" cy="${y}" rx="${radius}" ry="${radius * (0.6 + 0.4 * next())}" fill="${bright ? '#d8d5cc' : '#0b0d0c'}" opacity="${0.5 + 0.4 * next()}"/>`;
  });
  const wire = (path: string) =>
    `<path d="${path}" fill="none" stroke="#2a2b2b" stroke-width="4.2" opacity="0.9"/>` +
    `<path d="${path}" fill="none" stroke="#b9bab4" stroke-width="1.5" opacity="0.85" transform="translate(-0.9 0)"/>`;
  const hair =
    '<path d="M1120 640 q34 -46 12 -88 t30 -64" fill="none" stroke="#d8d5cc" opacity="0.75" stroke-width="1.6"/>';
  const wires = wire('M905 -10 Q800 130 733 232') + wire('M-10 250 Q140 380 252 468');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${wires}${specks.join('')}${hair}</svg>`;
}

/** A photograph with a rig wire and dust on it, to be taken out. */
export async function withRigWire(photograph: Uint8Array): Promise<Uint8Array> {
  const picture = sharp(photograph);
  const { width = 0, height = 0 } = await picture.metadata();
  const overlay = Buffer.from(rigAndDust(width, height));
  return picture
    .composite([{ input: overlay }])
    .jpeg({ quality: 92 })
    .toBuffer();
}

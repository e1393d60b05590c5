const FAR = 1e9;

/** One line of samples that lie `step` apart, from `begin` on. */
function along(plane: Float32Array, begin: number, step: number, count: number): void {
  const own = Float64Array.from({ length: count }, (_, i) => plane[begin + i * step] as number);
  const places: number[] = [];
  const borders: number[] = [];
  const lift = (q: number) => (own[q] as number) + q * q;
  for (let q = 0; q < count; q++) {
    if ((own[q] as number) >= FAR) continue;
    let border = Number.NEGATIVE_INFINITY;
    while (places.length > 0) {
      const p = places.at(-1) as number;
      border = (lift(q) - lift(p)) / (2 * (q - p));
      if (border > (borders.at(-1) as number)) break;
      places.pop();
      borders.pop();
      border = Number.NEGATIVE_INFINITY;
    }
    places.push(q);
    borders.push(border);
  }
  if (places.length === 0) return;
  for (let q = 0, k = 0; q < count; q++) {
    while (k + 1 < places.length && (borders[k + 1] as number) < q) k++;
    const p = places[k] as number;
    plane[begin + q * step] = (own[p] as number) + (q - p) ** 2;
  }
}

/** The twin of squaredDistances: down the columns, then along the rows. */
export function squaredDistancesTwin(plane: Float32Array, width: number, height: number): void {
  for (let x = 0; x < width; x++) along(plane, x, width, height);
  for (let y = 0; y < height; y++) along(plane, y * width, 1, width);
}

/** Labels over panels: each as near its panel as it can be without running into its neighbours. */
export type Placed = { readonly start: number; readonly width: number; readonly centre: number };

/**
 * @param bands panels from left to right, as shares of the whole width
 * @param least the least width of a label, as a share
 * @returns labels in the same order, not overlapping, inside 0..1; equal shares when there is no room for `least`
 */
export function spreadLabels(
  bands: readonly { readonly x: number; readonly width: number }[],
  least: number,
): Placed[] {
  const n = bands.length;
  const width = Math.min(least, 1 / Math.max(1, n));
  const widths = bands.map((band) =>
    n * least >= 1 ? 1 / n : Math.max(width, Math.min(band.width, least * 1.4)),
  );
  const total = widths.reduce((a, b) => a + b, 0);
  const scale = total > 1 ? 1 / total : 1;
  const starts: number[] = [];
  let left = 0;
  bands.forEach((band, i) => {
    const w = (widths[i] as number) * scale;
    starts.push(Math.max(left, band.x + band.width / 2 - w / 2));
    left = (starts[i] as number) + w;
  });
  let right = 1;
  for (let i = n - 1; i >= 0; i -= 1) {
    const w = (widths[i] as number) * scale;
    starts[i] = Math.min(starts[i] as number, right - w);
    right = starts[i] as number;
  }
  return bands.map((band, i) => ({
    start: starts[i] as number,
    width: (widths[i] as number) * scale,
    centre: band.x + band.width / 2,
  }));
}

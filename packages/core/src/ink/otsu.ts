/**
 * Automatic threshold after Otsu 1979 ("A threshold selection method from gray-level histograms"),
 * equation 18: the k that maximises the between-class variance, tones 0..k being the first class.
 * Where a run of empty tones gives the same variance, the first is taken, as reference libraries do.
 */
export function otsuThreshold(counts: ArrayLike<number>): number {
  let total = 0;
  let mean = 0;
  for (let tone = 0; tone < 256; tone++) {
    total += counts[tone];
    mean += tone * counts[tone];
  }
  mean /= total || 1;
  let omega = 0;
  let mu = 0;
  let best = -1;
  let threshold = 0;
  for (let k = 0; k < 256; k++) {
    omega += counts[k] / total;
    mu += (k * counts[k]) / total;
    if (omega <= 0 || omega >= 1) continue;
    const variance = (mean * omega - mu) ** 2 / (omega * (1 - omega));
    if (variance > best * (1 + 1e-12)) {
      best = variance;
      threshold = k;
    }
  }
  return threshold;
}

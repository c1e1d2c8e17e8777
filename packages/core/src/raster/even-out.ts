/**
 * Evens out jitter along a polyline: Gaussian means over the neighbours, applied twice as 2G - GG so that curves keep
 * their place to first order. The ends of an open line stay; around a closed one neighbours go on. `sigma` is in steps
 * between points. The values themselves come back where there is nothing to be done.
 */
export function evenOut(values: Float64Array, sigma: number, closed: boolean): Float64Array {
  const reach = Math.min(Math.ceil(3 * sigma), Math.floor((values.length - 1) / 2));
  if (sigma < 0.05 || reach < 1) return values;
  const weights = Float64Array.from({ length: reach + 1 }, (_, k) =>
    Math.exp((-k * k) / (2 * sigma * sigma)),
  );
  const once = blurred(values, weights, closed);
  const twice = blurred(once, weights, closed);
  for (let i = 0; i < values.length; i++) once[i] = 2 * once[i] - twice[i];
  if (!closed) {
    once[0] = values[0];
    once[values.length - 1] = values[values.length - 1];
  }
  return once;
}

/** Near the end of an open run the window narrows evenly on both sides, so that straight ends stay put. */
function blurred(values: Float64Array, weights: Float64Array, closed: boolean): Float64Array {
  const count = values.length;
  const widest = weights.length - 1;
  const result = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const reach = closed ? widest : Math.min(widest, i, count - 1 - i);
    let sum = weights[0] * values[i];
    let total = weights[0];
    for (let k = 1; k <= reach; k++) {
      let before = i - k;
      let after = i + k;
      if (before < 0) before += count;
      if (after >= count) after -= count;
      sum += weights[k] * (values[before] + values[after]);
      total += 2 * weights[k];
    }
    result[i] = sum / total;
  }
  return result;
}

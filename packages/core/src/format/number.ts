/** A number with at most `decimals` digits after the point, without trailing zeros or a minus on zero. */
export function plain(value: number, decimals: number): string {
  const text = value.toFixed(decimals);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return short === '-0' ? '0' : short;
}

import colour from 'color-string';

/** #rrggbb of a colour as CSS writes it; undefined for what is none. */
export function hexOf(text: string): string | undefined {
  const found = colour.get.rgb(text.replace(/\s*icc-color\([^)]*\)\s*$/i, ''));
  const [red, green, blue, opacity] = found ?? [0, 0, 0, 0];
  if (!found || opacity === 0) return undefined;
  return `#${[red, green, blue].map((value) => Math.round(value).toString(16).padStart(2, '0')).join('')}`;
}

/** A DXF file is a list of pairs: a group code that says what the value is, and the value. */
export type Tag = readonly [code: number, value: string | number];

/** Writes tags as ASCII DXF. Numbers of the codes that hold reals get a point, as readers expect. */
export function writeTags(tags: readonly Tag[]): string {
  return tags.map(([code, value]) => `${String(code).padStart(3)}\n${text(code, value)}\n`).join('');
}

function text(code: number, value: string | number): string {
  if (typeof value === 'string') return value;
  const isReal = (code >= 10 && code <= 59) || (code >= 140 && code <= 149) || (code >= 210 && code <= 239);
  if (!isReal) return String(Math.round(value));
  const digits = value.toFixed(6).replace(/0+$/, '');
  return (digits.endsWith('.') ? `${digits}0` : digits).replace(/^-(0\.0)$/, '$1');
}

/** Splits ASCII DXF into tags; a value that does not follow a whole number ends the reading. */
export function readTags(source: string): [number, string][] {
  const lines = source.split(/\r\n|\r|\n/);
  const tags: [number, string][] = [];
  for (let i = 0; i + 1 < lines.length; i += 2) {
    const code = Number.parseInt(lines[i], 10);
    if (Number.isNaN(code)) break;
    tags.push([code, lines[i + 1].trim()]);
  }
  return tags;
}

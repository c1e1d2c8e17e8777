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

/** The tags of one entity, without that which says its kind. */
export type Values = readonly (readonly [number, string])[];

/** Splits ASCII DXF into tags; a value that does not follow a whole number ends the reading. */
export function readTags(source: string): [number, string][] {
  const tags: [number, string][] = [];
  let at = 0;
  const nextLine = (): string | undefined => {
    if (at >= source.length) return undefined;
    let end = source.indexOf('\n', at);
    if (end < 0) end = source.length;
    const line = source.slice(at, end).trim();
    at = end + 1;
    return line;
  };
  // Lines of old machines end with nothing but a carriage return.
  if (!source.includes('\n') && source.includes('\r')) return readTags(source.replaceAll('\r', '\n'));
  for (;;) {
    const code = nextLine();
    const value = nextLine();
    if (code === undefined || value === undefined || !/^-?\d+$/.test(code)) return tags;
    tags.push([Number(code), value]);
  }
}

/** The first value under a group code. */
export const first = (values: Values, code: number) => values.find(([c]) => c === code)?.[1];
export const number = (values: Values, code: number, fallback = 0) => Number(first(values, code) ?? fallback);
export const all = (values: Values, code: number) =>
  values.filter(([c]) => c === code).map(([, value]) => Number(value));

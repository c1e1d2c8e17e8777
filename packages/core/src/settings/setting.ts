/** Tones, shares, counts: a number between bounds. */
export interface Figure {
  form: 'figure';
  /** The least that is taken, or what it must be above. */
  least?: number;
  above?: number;
  most: number;
  whole?: true;
  /** In source pixels, or square ones: it follows a picture that is computed on smaller. */
  follows?: 'length' | 'area';
}

/** What a setting may hold, as data, for all who check, scale or list settings. */
export type Form =
  | Figure
  | { form: 'words'; words: readonly (string | boolean | null)[] }
  /** Figures in a list, so many. */
  | { form: 'figures'; each: Figure; least: number; most: number }
  /** Places in source pixels, x, y of each, so many; they follow the picture. */
  | { form: 'places'; most: number }
  /** #rrggbb, so many; in pairs, from and into. */
  | { form: 'colours'; most: number }
  | { form: 'colour pairs'; most: number }
  /** Lines of text, so many, each so long. */
  | { form: 'lines'; most: number; longest: number }
  /** What is kept of its own: whoever checks documents knows it by this name. */
  | { form: 'kept'; name: string };

/** A setting: what it is until somebody sets it, and what it may hold; one of the forms must fit. */
export interface Setting<T> {
  readonly usual: T;
  readonly forms: readonly Form[];
}

/** A record of settings, by the names that the document has for them. */
export type Settings<T> = {
  readonly [K in keyof T]:
    | Setting<T[K]>
    | (T[K] extends string | number | boolean | null | readonly unknown[] ? never : Settings<T[K]>);
};

export const setting = <T>(usual: T, ...forms: readonly Form[]): Setting<T> => ({ usual, forms });
export const figure = (
  least: number,
  most: number,
  more: Pick<Figure, 'whole' | 'follows'> = {},
): Figure => ({
  form: 'figure',
  least,
  most,
  ...more,
});
/** A figure that may be as small as one likes, but not nothing. */
export const above = (than: number, most: number, more: Pick<Figure, 'follows'> = {}): Figure => ({
  form: 'figure',
  above: than,
  most,
  ...more,
});
export const words = (...of: readonly (string | boolean | null)[]): Form => ({ form: 'words', words: of });
export const figures = (each: Figure, least: number, most: number): Form => ({
  form: 'figures',
  each,
  least,
  most,
});
export const places = (most: number): Form => ({ form: 'places', most });
export const kept = (name: string): Form => ({ form: 'kept', name });

export const isSetting = (entry: object): entry is Setting<unknown> => 'forms' in entry;

/** How small and how large a setting's figure may be. */
export function boundsOf({ forms }: Setting<unknown>): { least: number; most: number } {
  const form = forms.find((one): one is Figure => one.form === 'figure');
  return { least: form?.least ?? form?.above ?? -Infinity, most: form?.most ?? Infinity };
}

/** What all settings of a record are until somebody sets them. */
export function usualOf<T>(record: Settings<T>): T {
  const entries = Object.entries<object>(record as Record<string, object>);
  return Object.fromEntries(
    entries.map(([name, entry]) => [
      name,
      isSetting(entry) ? entry.usual : usualOf(entry as Settings<Record<string, unknown>>),
    ]),
  ) as T;
}

/** How settings in source pixels come to a picture that is computed on: places by a map, lengths by a scale. */
export interface Following {
  place: (values: readonly number[]) => number[];
  scale: number;
}

/** Settings of a record as they are on another picture: its lengths, areas and places follow, everything else stays. */
export function followed<T>(record: Settings<T>, values: T, to: Following): T {
  const entries = Object.entries<object>(record as Record<string, object>);
  const given = values as Record<string, unknown>;
  return Object.fromEntries(
    entries.map(([name, entry]) => [
      name,
      isSetting(entry)
        ? valueFollowed(entry.forms, given[name], to)
        : followed(entry as Settings<unknown>, given[name], to),
    ]),
  ) as T;
}

function valueFollowed(forms: readonly Form[], value: unknown, { place, scale }: Following): unknown {
  for (const form of forms) {
    if (form.form === 'places' && Array.isArray(value)) return place(value as number[]);
    if (form.form === 'figure' && form.follows && typeof value === 'number')
      return form.follows === 'length' ? value * scale : value * scale * scale;
  }
  return value;
}

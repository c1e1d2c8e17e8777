import type { Font } from './font';

/** A font that ships with the application. */
export interface ShippedFont {
  id: string;
  name: string;
  /** What files of others call it, and how heavy it is. */
  family: string;
  weight: number;
  /** What it is good for, in a word. */
  kind:
    | 'sign'
    | 'condensed'
    | 'slab'
    | 'serif'
    | 'script'
    | 'blackletter'
    | 'rounded'
    | 'display'
    | 'stencil'
    | 'single line';
  /** Where the file lies among the packages, or in the core's own folder of fonts. */
  file: string;
  licence: 'OFL-1.1' | 'Hershey';
}

const packaged = (id: string, family: string, kind: ShippedFont['kind'], weight: number): ShippedFont => ({
  id: weight === 700 ? `${id}-bold` : id,
  name: weight === 700 ? `${family} Bold` : family,
  family,
  weight,
  kind,
  file: `@fontsource/${id}/files/${id}-latin-${weight}-normal.woff`,
  licence: 'OFL-1.1',
});

const hershey = (file: string, name: string): ShippedFont => ({
  id: `line-${file}`,
  name,
  family: name,
  weight: 400,
  kind: 'single line',
  file: `${file}.jhf`,
  licence: 'Hershey',
});

/** All of them; the first is what new text is set in. */
export const SHIPPED_FONTS: readonly ShippedFont[] = [
  packaged('cabin', 'Cabin', 'sign', 700),
  packaged('cabin', 'Cabin', 'sign', 400),
  packaged('barlow-condensed', 'Barlow Condensed', 'condensed', 700),
  packaged('alfa-slab-one', 'Alfa Slab One', 'slab', 400),
  packaged('lora', 'Lora', 'serif', 400),
  packaged('lora', 'Lora', 'serif', 700),
  packaged('pacifico', 'Pacifico', 'script', 400),
  packaged('great-vibes', 'Great Vibes', 'script', 400),
  packaged('unifrakturcook', 'UnifrakturCook', 'blackletter', 700),
  packaged('fredoka', 'Fredoka', 'rounded', 700),
  packaged('bowlby-one', 'Bowlby One', 'display', 400),
  packaged('allerta-stencil', 'Allerta Stencil', 'stencil', 400),
  packaged('saira-stencil-one', 'Saira Stencil One', 'stencil', 400),
  hershey('futural', 'Plain line'),
  hershey('rowmans', 'Roman line'),
  hershey('scripts', 'Script line'),
];

/** Fonts that are open, by the ids that they are known by. */
export type Fonts = ReadonlyMap<string, Font>;
export const NO_FONTS: Fonts = new Map();

/** The id of the shipped font that a list of families means (CSS Fonts 3, section 3.1), nearest to a weight; undefined where none is. */
export function shippedFontFor(families: string, weight: number): string | undefined {
  for (const family of families.split(',')) {
    const wanted = family
      .trim()
      .replace(/^["']|["']$/g, '')
      .toLowerCase();
    const [nearest] = SHIPPED_FONTS.filter((font) => font.family.toLowerCase() === wanted).sort(
      (a, b) => Math.abs(a.weight - weight) - Math.abs(b.weight - weight),
    );
    if (nearest) return nearest.id;
  }
  return undefined;
}

/** Ids of the shipped fonts whose families a file names. */
export const fontsNamedIn = (text: string): string[] =>
  SHIPPED_FONTS.filter(({ family }) => new RegExp(`font[^;{}<>]{0,200}${family}`, 'i').test(text)).map(
    ({ id }) => id,
  );

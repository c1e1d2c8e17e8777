/** A font that ships with the application. */
export interface ShippedFont {
  id: string;
  name: string;
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

const packaged = (id: string, name: string, kind: ShippedFont['kind'], weight: number): ShippedFont => ({
  id: weight === 700 ? `${id}-bold` : id,
  name,
  kind,
  file: `@fontsource/${id}/files/${id}-latin-${weight}-normal.woff`,
  licence: 'OFL-1.1',
});

const hershey = (file: string, name: string): ShippedFont => ({
  id: `line-${file}`,
  name,
  kind: 'single line',
  file: `${file}.jhf`,
  licence: 'Hershey',
});

/** All of them; the first is what new text is set in. */
export const SHIPPED_FONTS: readonly ShippedFont[] = [
  packaged('cabin', 'Cabin Bold', 'sign', 700),
  packaged('cabin', 'Cabin', 'sign', 400),
  packaged('barlow-condensed', 'Barlow Condensed', 'condensed', 700),
  packaged('alfa-slab-one', 'Alfa Slab One', 'slab', 400),
  packaged('lora', 'Lora', 'serif', 400),
  packaged('lora', 'Lora Bold', 'serif', 700),
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

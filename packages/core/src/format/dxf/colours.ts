/** Colours 1 to 9 of the colour index, and 250 to 255 (DXF reference; values from memory); 7 is drawn in the ink's colour. */
const FIRST = ['ff0000', 'ffff00', '00ff00', '00ffff', '0000ff', 'ff00ff', '000000', '808080', 'c0c0c0'];
const GREYS = ['333333', '505050', '696969', '828282', 'bebebe', '000000'];
/** Brightness of the ten colours of each hue: five steps, each once full and once half as strong. */
const VALUES = [1, 0.65, 0.5, 0.3, 0.15];

/** #rrggbb of a colour number; null where it says nothing. */
export function colourOfIndex(index: number): string | null {
  if (index >= 1 && index <= FIRST.length) return `#${FIRST[index - 1]}`;
  if (index >= 250 && index <= 255) return `#${GREYS[index - 250]}`;
  if (!(index >= 10 && index < 250)) return null;
  const hue = Math.floor((index - 10) / 10) * 15;
  const value = VALUES[Math.floor((index % 10) / 2)];
  const least = index % 2 === 1 ? value / 2 : 0;
  const channel = (shift: number) => {
    const at = (((hue + shift) % 360) + 360) % 360;
    const share = at <= 60 || at >= 300 ? 1 : at < 120 ? (120 - at) / 60 : at > 240 ? (at - 240) / 60 : 0;
    return Math.round(255 * (least + share * (value - least)));
  };
  return `#${[channel(0), channel(-120), channel(120)].map((one) => one.toString(16).padStart(2, '0')).join('')}`;
}

/** The colour number nearest to #rrggbb: the sum of squared differences counts. */
export function indexOfColour(colour: string): number {
  const parts = (text: string) => [1, 3, 5].map((at) => Number.parseInt(text.slice(at, at + 2), 16));
  const wanted = parts(colour);
  let best = 7;
  let least = Infinity;
  for (let index = 1; index < 255; index++) {
    const own = colourOfIndex(index);
    if (!own) continue;
    const off = parts(own).reduce((sum, value, k) => sum + (value - wanted[k]) ** 2, 0);
    if (off < least) [best, least] = [index, off];
  }
  return best;
}

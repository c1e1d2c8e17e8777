import { type Components, type GreyPicture, type RowChanges, findComponents } from '../../raster';

/** Areas below which ink and paper do not count, in pixels. */
export interface SpeckSizes {
  specks: number;
  pinholes: number;
}

/** How many were dropped, and the pixels with them gone. */
export interface DroppedSpecks {
  data: Uint8Array;
  specks: number;
  pinholes: number;
  /** Connected pieces of ink there were. */
  pieces: number;
}

/**
 * Drops specks (ink smaller than so many pixels) and then pinholes (paper, likewise, not at the rim) by
 * giving their pixels the tone of what surrounds them. The picture is copied only when there is one.
 */
export function dropSpecks(
  grey: GreyPicture,
  changes: RowChanges,
  sizes: SpeckSizes,
  tones: { ink: number; paper: number },
): DroppedSpecks {
  const { width } = grey;
  const ink = findComponents(changes, width, 'ink');
  const paper = findComponents(changes, width, 'paper');
  const small = (components: Components, below: number, rimToo: boolean) =>
    Uint8Array.from(components.area, (area, c) =>
      area < below && (rimToo || components.rim[c] === 0) ? 1 : 0,
    );
  const specks = small(ink, sizes.specks, true);
  const pinholes = small(paper, sizes.pinholes, false);
  const result = { data: grey.data, specks: count(specks), pinholes: count(pinholes), pieces: ink.count };
  if (result.specks + result.pinholes === 0) return result;
  result.data = grey.data.slice();
  paint(result.data, width, ink, specks, tones.paper);
  paint(result.data, width, paper, pinholes, tones.ink);
  return result;
}

const count = (flags: Uint8Array) => flags.reduce((sum, flag) => sum + flag, 0);

function paint(
  data: Uint8Array,
  width: number,
  components: Components,
  chosen: Uint8Array,
  tone: number,
): void {
  const { row, left, right, component } = components;
  for (let run = 0; run < row.length; run++) {
    if (chosen[component[run]]) data.fill(tone, row[run] * width + left[run], row[run] * width + right[run]);
  }
}

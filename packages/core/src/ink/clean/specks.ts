import { type Context, checkStopped } from '../../context';
import {
  type Components,
  type GreyPicture,
  type RowChanges,
  findComponents,
  findRowChanges,
} from '../../raster';
import { isDusty } from './dust';

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
  /** They are dust: it lies on rims as well. */
  dusty: boolean;
  /** Connected components of ink there were. */
  components: number;
}

/**
 * Drops specks (ink smaller than so many pixels) and then pinholes (paper, likewise, not at the rim) by
 * giving their pixels the tone of what surrounds them. What is paper once specks are gone is asked anew: the hole of a ring that was
 * dropped is none. The picture is copied only when there is one.
 */
export function dropSpecks(
  { grey, level }: { grey: GreyPicture; level: number },
  changes: RowChanges,
  sizes: SpeckSizes,
  tones: { ink: number; paper: number },
  context: Context,
): DroppedSpecks {
  const { width } = grey;
  const ink = findComponents(changes, width, 'ink', context);
  const paper = findComponents(changes, width, 'paper', context);
  const small = ({ area, rim }: Components, below: number, rimToo: boolean) => {
    const flags = new Uint8Array(area.length);
    for (let c = 0; c < flags.length; c++) if (area[c] < below && (rimToo || rim[c] === 0)) flags[c] = 1;
    return flags;
  };
  const specks = small(ink, sizes.specks, true);
  const pinholes = small(paper, sizes.pinholes, false);
  const result = {
    data: grey.data,
    specks: count(specks),
    pinholes: count(pinholes),
    dusty: isDusty([ink, paper]),
    components: ink.count,
  };
  if (result.specks + result.pinholes === 0) return result;
  checkStopped(context);
  result.data = grey.data.slice();
  paint(result.data, width, ink, specks, tones.paper);
  checkStopped(context);
  if (result.specks === 0 || result.pinholes === 0) {
    paint(result.data, width, paper, pinholes, tones.ink);
    return result;
  }
  const left = findRowChanges({ ...grey, data: result.data }, level, context);
  const holes = findComponents(left, width, 'paper', context);
  const inInk = small(holes, sizes.pinholes, false);
  paint(result.data, width, holes, inInk, tones.ink);
  return { ...result, pinholes: count(inInk) };
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
    if (!chosen[component[run]]) continue;
    const end = row[run] * width + right[run];
    for (let i = row[run] * width + left[run]; i < end; i++) data[i] = tone;
  }
}

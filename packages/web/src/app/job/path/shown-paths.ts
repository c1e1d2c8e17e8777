import { type PathSet, type Paths, TASKS } from '@drelk/core';
import { MATERIAL, TASK_COLOURS } from '../../drawing/colours';
import type { ShownView } from '../../engine/views';

/** Paths that are shown, the colours of their plates, and the area that they lie on. */
export interface ShownPaths {
  name: string;
  paths: Paths;
  colours: readonly string[];
  /** By contour: which of the colours is its own. */
  colourAt: Int32Array;
  /** The colours stand for tasks. */
  byTask: boolean;
  area: { x: number; y: number; width: number; height: number };
}

/** The size of the picture, or of the file's page, in its pixels. */
export const sizeOf = ({ width, height }: ShownView) => ({ width, height });

/** The artwork's paths. */
export const pathsShown = ({
  name,
  paths,
  colours,
}: {
  name: string;
  paths: PathSet;
  colours: readonly string[];
}) => ({
  name,
  paths,
  colours,
  colourAt: paths.plates,
  byTask: false,
});

/** Everything on the piece, told apart by what is done along it; the artwork as it is where there is nothing else. */
export function pieceShown(view: ShownView): ShownPaths {
  const { piecePaths, names, frame, millimetresPerPixel: mm } = view;
  if (!piecePaths)
    return { ...pathsShown({ ...view, name: names.paths ?? '' }), area: { x: 0, y: 0, ...sizeOf(view) } };
  const area = { x: frame.x, y: frame.y, width: frame.width / mm, height: frame.height / mm };
  return {
    name: `piece ${names.piece}`,
    paths: piecePaths,
    colourAt: piecePaths.works,
    byTask: true,
    colours: [...TASKS.map((task) => TASK_COLOURS[task]), MATERIAL],
    area,
  };
}

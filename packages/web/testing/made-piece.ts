import { readFileSync } from 'node:fs';
import { create } from 'fontkit';
import {
  type Artwork,
  type ItemTools,
  SHIPPED_FONTS,
  circleContour,
  grown,
  openFont,
  packPaths,
  quietContext,
} from '@drelk/core';

/** A ring in a picture of 100 by 80 pixels, a tenth of a millimetre a pixel. */
export const ring: Artwork = {
  paths: packPaths([
    { outer: circleContour({ x: 40, y: 30 }, 20), holes: [circleContour({ x: 40, y: 30 }, 5, true)] },
  ]),
  plates: [],
  frame: { left: 0, top: 0, right: 100, bottom: 80 },
  known: { from: 'file', millimetresPerPixel: 0.1 },
  scale: { millimetresPerPixel: 0.1, source: 'file' },
};

/** What the worker makes pieces with: two faces are there. */
export const pieceTools: ItemTools = {
  fonts: new Map(
    SHIPPED_FONTS.filter(({ id }) => ['cabin-bold', 'pacifico'].includes(id)).map(({ id, name, file }) => [
      id,
      openFont((bytes) => create(Buffer.from(bytes)), readFileSync(`node_modules/${file}`), name),
    ]),
  ),
  grow: (contours, by, corners) => grown(contours, by, corners, 0.01, quietContext),
  fromSource: ([x, y]) => ({ x, y }),
  contourAt: () => undefined,
  picked: () => new Map(),
};

import { benchLook } from '../../bench/look';
import type { Stage } from '../stage';
import { bitmapThumbnail } from '../thumbnails';
import { SquarePanel } from './square-panel';

export const squareStage: Stage = {
  id: 'square',
  name: 'Square up',
  firstLook: benchLook({ picture: 1, ink: 0, paths: 0 }, 'lines'),
  panel: SquarePanel,
  thumbnail: bitmapThumbnail('picture'),
};

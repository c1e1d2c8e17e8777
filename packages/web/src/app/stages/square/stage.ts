import { benchLayout } from '../../drawing/layout';
import type { Stage } from '../../view/stage';
import { bitmapThumbnail } from '../thumbnails';
import { SquarePanel } from './square-panel';

export const squareStage: Stage = {
  id: 'square',
  name: 'Square up',
  ofPicture: true,
  firstLayout: benchLayout({ picture: 1, ink: 0, paths: 0 }, 'lines'),
  panel: SquarePanel,
  thumbnail: bitmapThumbnail('picture'),
};

import { benchLayout } from '../../drawing/layout';
import type { Stage } from '../../view/stage';
import { bitmapThumbnail } from '../thumbnails';
import { InkPanel } from './ink-panel';

export const inkStage: Stage = {
  id: 'ink',
  name: 'Ink',
  ofPicture: true,
  firstLayout: benchLayout({ picture: 0.3, ink: 1, paths: 0 }, 'lines'),
  panel: InkPanel,
  thumbnail: bitmapThumbnail('ink'),
};

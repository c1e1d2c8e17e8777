import { benchLayout } from '../../drawing/layout';
import type { Stage } from '../../view/stage';
import { pathsThumbnail } from '../thumbnails';
import { LinePanel } from './line-panel';

export const lineStage: Stage = {
  id: 'line',
  name: 'Line',
  firstLayout: benchLayout({ picture: 0.3, ink: 0, paths: 1 }, 'nodes'),
  panel: LinePanel,
  thumbnail: pathsThumbnail('lines'),
};

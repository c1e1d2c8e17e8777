import { benchLayout } from '../../bench/layout';
import type { Stage } from '../stage';
import { drawFrame, pathsThumbnail } from '../thumbnails';
import { PiecePanel } from './piece-panel';

export const pieceStage: Stage = {
  id: 'piece',
  name: 'Piece',
  firstLayout: benchLayout({ picture: 0, ink: 0, paths: 1 }, 'filled'),
  panel: PiecePanel,
  thumbnail(context, source) {
    pathsThumbnail('filled')(context, source);
    drawFrame(context, source);
  },
};

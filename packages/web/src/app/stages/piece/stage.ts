import { benchLook } from '../../bench/look';
import type { Stage } from '../stage';
import { drawFrame, pathsThumbnail } from '../thumbnails';
import { PiecePanel } from './piece-panel';

export const pieceStage: Stage = {
  id: 'piece',
  name: 'Piece',
  firstLook: benchLook({ picture: 0, ink: 0, paths: 1 }, 'filled'),
  panel: PiecePanel,
  thumbnail(context, source) {
    pathsThumbnail('filled')(context, source);
    drawFrame(context, source);
  },
};

import { benchLayout } from '../../drawing/layout';
import type { Stage } from '../../view/stage';
import { pieceThumbnail } from '../thumbnails';
import { PiecePanel } from './piece-panel';

export const pieceStage: Stage = {
  id: 'piece',
  name: 'Piece',
  ofPiece: true,
  firstLayout: benchLayout({ picture: 0, ink: 0, paths: 1 }, 'filled'),
  panel: PiecePanel,
  thumbnail: pieceThumbnail('filled'),
};

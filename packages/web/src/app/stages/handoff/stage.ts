import { benchLayout } from '../../drawing/layout';
import type { Stage } from '../../view/stage';
import { pieceThumbnail } from '../thumbnails';
import { HandOffPanel } from './hand-off-panel';

export const handoffStage: Stage = {
  id: 'handoff',
  name: 'Hand off',
  ofPiece: true,
  firstLayout: benchLayout({ picture: 0, ink: 0, paths: 1 }, 'filled'),
  panel: HandOffPanel,
  thumbnail: pieceThumbnail('filled'),
};

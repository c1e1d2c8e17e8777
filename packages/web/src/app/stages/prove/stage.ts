import { benchLayout } from '../../drawing/layout';
import type { Stage } from '../../view/stage';
import { pieceThumbnail } from '../thumbnails';
import { ProvePanel } from './prove-panel';

export const proveStage: Stage = {
  id: 'prove',
  name: 'Prove',
  ofPiece: true,
  firstLayout: benchLayout({ picture: 0, ink: 0, paths: 1 }, 'lines'),
  panel: ProvePanel,
  thumbnail: pieceThumbnail('lines'),
  mark({ findings }) {
    const count = findings.length;
    return count > 0 ? `${count} ${count === 1 ? 'finding' : 'findings'}` : undefined;
  },
};

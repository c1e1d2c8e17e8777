import { Measuring } from '../../job/measuring';
import { Remedying } from '../../job/remedying';
import { Rehearsing } from '../../rehearsal/rehearsing';
import { Proving } from '../../job/proving';
import { PieceArranging } from '../../job/piece-arranging';
import { PieceHand } from '../../job/piece-hand';
import { PathShaping } from '../../job/path-shaping';
import { PathHand } from '../../job/path-hand';
import { HandEdits } from '../../job/hand-edits';
import { BenchState } from '../../view/bench-state';
import { ToolBox } from '../../job/tool-box';
import { provideStages } from '../../stages/stages';
import { Commands } from '../../job/commands';
import { JobPageId } from '../../job/job-page-id';
import { JobStore } from '../../job/job-store';
import { Lighting } from '../../job/lighting';
import { Words } from '../../job/words';

/** What one open job keeps for as long as its page is there, but for the workbench that computes. */
export const JOB_STATE = [
  provideStages(),
  BenchState,
  Commands,
  JobPageId,
  JobStore,
  Lighting,
  ToolBox,
  Words,
  HandEdits,
  PathHand,
  PathShaping,
  PieceHand,
  PieceArranging,
  Proving,
  Rehearsing,
  Remedying,
  Measuring,
];

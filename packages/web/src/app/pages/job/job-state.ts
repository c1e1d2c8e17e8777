import { Measuring } from '../../job/tool/measuring';
import { Remedying } from '../../job/proof/remedying';
import { Rehearsing } from '../../rehearsal/rehearsing';
import { Proving } from '../../job/proof/proving';
import { PieceArranging } from '../../job/piece/piece-arranging';
import { PieceHand } from '../../job/piece/piece-hand';
import { PathShaping } from '../../job/path/path-shaping';
import { PathHand } from '../../job/path/path-hand';
import { HandEdits } from '../../job/path/hand-edits';
import { RegularPaths } from '../../job/path/regular-paths';
import { BenchState } from '../../view/bench-state';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';
import { ToolWork } from '../../job/tool/tool-work';
import { ToolBox } from '../../job/tool/tool-box';
import { provideStages } from '../../stages/stages';
import { Commands } from '../../job/keys/commands';
import { JobPageId } from '../../job/store/job-page-id';
import { JobStore } from '../../job/store/job-store';
import { Lighting } from '../../job/tool/lighting';
import { Words } from '../../job/words';

/** What one open job keeps for as long as its page is there, but for the workbench that computes. */
export const JOB_STATE = [
  provideStages(),
  BenchState,
  Commands,
  JobPageId,
  JobStore,
  Lighting,
  ShownResult,
  JobLengths,
  ToolWork,
  ToolBox,
  Words,
  HandEdits,
  RegularPaths,
  PathHand,
  PathShaping,
  PieceHand,
  PieceArranging,
  Proving,
  Rehearsing,
  Remedying,
  Measuring,
];

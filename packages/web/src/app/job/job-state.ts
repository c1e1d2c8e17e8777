import { BenchState } from '../bench/bench-state';
import { ToolBox } from '../bench/tools/tool-box';
import { provideStages } from '../stages/stages';
import { Commands } from './commands';
import { JobPageId } from './job-page-id';
import { JobStore } from './job-store';
import { Lighting } from './lighting';
import { Words } from './words';

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
];

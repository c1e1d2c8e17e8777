import { handoffStage } from './handoff/stage';
import { inkStage } from './ink/stage';
import { lineStage } from './line/stage';
import { pieceStage } from './piece/stage';
import { proveStage } from './prove/stage';
import { squareStage } from './square/stage';
import { STAGES, type Stage } from '../view/stage';

const ALL: readonly Stage[] = [squareStage, inkStage, lineStage, pieceStage, proveStage, handoffStage];

/** The six stages, for a job's page. */
export const provideStages = () => ({ provide: STAGES, useValue: ALL });

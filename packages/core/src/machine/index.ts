export { type Cut, cutsOf, isLoop, type ToolWidth, type Ways, waysAlong } from './cuts';
export { gapsIn } from './tabbed';
export { machineFor, type Machine, type MachineWishes } from './machine';
export { placeAtTime, straightTime, type TimedWay } from './motion';
export { type Move, type MoveKind, movesOf } from './moves';
export { type Plan, type PlannedTrack, planOf } from './plan';
export { standingInPocket } from './tool-way';
export { type Track, tracksOf } from './tracks';
export {
  type Material,
  MATERIALS,
  ORIGINS,
  type Process,
  PROCESSES,
  type Tool,
  TOOL_KINDS,
  type ToolKind,
  TOOLS,
} from './workshop';
export {
  clearsAreas,
  goesThrough,
  isBit,
  SURFACE_TASKS,
  type SurfaceTask,
  type TaskWork,
  type TaskWorks,
  type Worked,
  workedBy,
} from './works';

import { MATERIALS, type Material, type TaskWorks, TOOLS, type Tool } from '../machine';
import type { Wanted } from './wanted';

/** What a job is proven against: a material and a tool of one process, as they were when they were chosen; which findings are waived, with the reason; and what was found when they were. */
export interface ProveSettings {
  material: Material;
  tool: Tool;
  /** Tasks that are done with another tool, or deeper or less deep than is usual. */
  works: TaskWorks;
  /** What is to come out; what lies in what tells until somebody says so. */
  wanted: 'auto' | Wanted;
  waived: Record<string, string>;
  /** Of each that is waived: what is asked again once it changes. */
  waivedAt: Record<string, { count: number; measured: number }>;
}

/** A new job is for the first of each. */
export const PROVE_DEFAULTS: ProveSettings = {
  material: MATERIALS[0],
  tool: TOOLS[0],
  works: {},
  wanted: 'auto',
  waived: {},
  waivedAt: {},
};

import type { CutGround } from './cut-ground';

/** What is to come out: a board with parts of it cut out, one thing that hangs together, or parts that lie by themselves. */
export const WANTED = ['board', 'together', 'apart'] as const;
export type Wanted = (typeof WANTED)[number];

/** What is wanted of a piece, and whether somebody said so; else it is seen from what lies in what. */
export interface Want {
  is: Wanted;
  isSaid: boolean;
}

/** What is said, or else what lies in what tells: something in a hole, or holes in one thing, a board; several things beside one another, parts. */
export function wantOf(said: 'auto' | Wanted, grounds: readonly CutGround[]): Want {
  if (said !== 'auto') return { is: said, isSaid: true };
  const depths = grounds.flatMap((ground) => ground.depths);
  const at = (depth: number) => depths.filter((one) => one === depth).length;
  const isBoard = depths.some((depth) => depth > 1) || (at(0) === 1 && at(1) > 0);
  return { is: isBoard ? 'board' : at(0) > 1 ? 'apart' : 'together', isSaid: false };
}

import type { FileUnit, Task } from '../../format';
import { type Point, boxHeight, boxOf, boxWidth } from '../../geometry';
import { type MachineWishes, type Material, type Tool, machineFor } from '../../machine';
import {
  type Rehearsal,
  type RehearsalWishes,
  type SeenInMotion,
  type Spent,
  rehearse,
} from '../../rehearse';
import type { Fonts } from '../../text';
import { type OutsideFile, type WorkAsked, readOutsideFile, workshopFor } from './outside-file';

/** What a machine does with somebody's vector file. Millimetres, mm², seconds; places in the file's own frame, as those of `CheckedVector`. */
export interface RehearsedFile {
  unit: FileUnit | null;
  material: string;
  tool: string;
  size: { width: number; height: number };
  seconds: number;
  tasks: Rehearsal['byTask'];
  /** All ways without working; those between contours, and the length of the shortest tree that joins where the tool goes. */
  travel: Spent & { between: number; bound: number };
  pierces: Rehearsal['pierces'];
  order: ({ task: Task; begins: number; seconds: number; length: number; passes: number } & Point)[];
  parts: (Point & {
    width: number;
    height: number;
    area: number;
    holes: number;
    freedAt: number | null;
    isIsland: boolean;
  })[];
  standing: (Point & { area: number })[];
  findings: (Omit<SeenInMotion, 'places'> & { where: Point[] })[];
}

/** What a file is rehearsed with: a material and a tool, and what is left to whoever asks. */
export interface RehearsalSetUp extends MachineWishes, RehearsalWishes {
  material: Material;
  tool: Tool;
  millimetresPerUnit?: number;
}

/** The rehearsal of a file's bytes, for whoever draws it. */
export function rehearsedFile(
  bytes: Uint8Array,
  name: string,
  { material, tool, ...wishes }: RehearsalSetUp,
  more: { now?: () => number; fonts?: Fonts } = {},
): { rehearsal: Rehearsal; file: OutsideFile } {
  const file = readOutsideFile(bytes, name, { ...more, ...wishes });
  return { rehearsal: rehearse(file.paths, machineFor(material, tool, wishes), wishes), file };
}

/** What a machine does with somebody's vector file, with its report, for a process, a material and a tool by their names. */
export function rehearseVectorFile(
  bytes: Uint8Array,
  name: string,
  asked: WorkAsked & MachineWishes & RehearsalWishes,
  more: { now?: () => number; fonts?: Fonts } = {},
): { rehearsal: Rehearsal; report: RehearsedFile } {
  const { material, tool } = workshopFor(asked);
  const { rehearsal, file } = rehearsedFile(bytes, name, { ...asked, material, tool }, more);
  const { drawing, inFile } = file;
  const { frame, tracks, order, moves, parts, standing, seen, travel, between, bound } = rehearsal;
  return {
    rehearsal,
    report: {
      unit: drawing.unit,
      material: material.name,
      tool: tool.name,
      size: { width: boxWidth(frame), height: boxHeight(frame) },
      seconds: rehearsal.seconds,
      tasks: rehearsal.byTask,
      travel: { ...travel, between, bound },
      pierces: rehearsal.pierces,
      order: order.map((track) => {
        const own = moves.filter((move) => move.track === track && move.kind !== 'travel');
        const sum = (of: (move: (typeof own)[number]) => number) =>
          own.reduce((all, move) => all + of(move), 0);
        return {
          task: tracks[track].task,
          begins: own[0].begins,
          seconds: sum(({ seconds }) => seconds),
          length: sum(({ length }) => length),
          passes: tracks[track].passes,
          ...inFile(startOf(own)),
        };
      }),
      parts: parts.map(({ contours, width, height, area, freedAt, isIsland }) => {
        const box = boxOf(contours) ?? frame;
        const middle = inFile({ x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 });
        return { ...middle, width, height, area, holes: contours.length - 1, freedAt, isIsland };
      }),
      standing: standing.map(({ area, at }) => ({ ...inFile(at), area })),
      findings: seen.map(({ places, ...one }) => ({ ...one, where: places.map(inFile) })),
    },
  };
}

/** Where the first of some moves begins. */
function startOf(moves: readonly Rehearsal['moves'][number][]): Point {
  const way = moves.find((move) => move.way)?.way;
  return way ? { x: way.places[0], y: way.places[1] } : { x: 0, y: 0 };
}

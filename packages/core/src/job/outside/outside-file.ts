import { DrelkError } from '../../error';
import { type DrawingPath, TASKS, type Task, type VectorDrawing, readVectorFile } from '../../format';
import { type Point, affinePoint, affineScale, joinEnds } from '../../geometry';
import {
  MATERIALS,
  type Material,
  PROCESSES,
  type Process,
  type TaskWorks,
  TOOLS,
  type Tool,
} from '../../machine';
import type { Wanted } from '../../prove';
import type { Fonts } from '../../text';

/** Ends nearer to each other than this are one place to any machine, in millimetres; common practice, no source. */
export const JOINED = 0.02;

/** What a file is for: a process, one of its materials by name, and a tool's width in millimetres. */
export interface WorkAsked {
  process: string;
  material?: string;
  tool?: number;
  millimetresPerUnit?: number;
  /** What is said of tasks, and of what is to come out. */
  works?: TaskWorks;
  wanted?: Wanted;
}

/** What a file from anywhere draws, as work for a machine. */
export interface OutsideFile {
  drawing: VectorDrawing;
  paths: DrawingPath[];
  /** Takes a place in millimetres to the file's own frame, in millimetres too: DXF y up, SVG y down from the page's upper left. */
  inFile: (at: Point) => Point;
}

/** Reads all that a vector file draws. Layers named as tasks have these; all else is cut through. Throws where there is nothing. */
export function readOutsideFile(
  bytes: Uint8Array,
  name: string,
  { now, fonts, millimetresPerUnit }: { now?: () => number; fonts?: Fonts; millimetresPerUnit?: number },
): OutsideFile {
  const drawing = readVectorFile(bytes, name, {
    ...(now ? { now } : {}),
    ...(fonts ? { fonts } : {}),
    ...(millimetresPerUnit === undefined ? {} : { millimetresPerUnit }),
  });
  const paths = workIn(drawing);
  if (paths.length === 0)
    throw new DrelkError(
      'empty-drawing',
      `There is nothing in “${name}” that could be cut.`,
      'Choose a file with paths.',
    );
  const { kind, page, toFile } = drawing;
  const perUnit = 1 / affineScale(toFile);
  return {
    drawing,
    paths,
    inFile: (at) => {
      if (kind === 'svg') return { x: at.x - page.left, y: at.y - page.top };
      const { x, y } = affinePoint(toFile, at);
      return { x: x * perUnit, y: y * perUnit };
    },
  };
}

/** All that is drawn, by the tasks of its layers; lines of a task that meet are one, whatever they were drawn as. */
function workIn({ paths }: VectorDrawing): DrawingPath[] {
  return TASKS.flatMap((task) => {
    const contours = paths.filter(({ layer }) => taskOf(layer) === task).flatMap((path) => path.contours);
    return joinEnds(contours, JOINED).contours.map((outer): DrawingPath => ({
      task,
      shape: { outer, holes: [] },
    }));
  });
}

/** The task that a layer's name means, however it is written. */
const taskOf = (layer: string): Task => taskNamed(layer) ?? 'cut-through';

/** Whether a layer is named for a task. */
export const isTaskName = (layer: string): boolean => taskNamed(layer) !== undefined;

function taskNamed(layer: string): Task | undefined {
  const plain = layer.toLowerCase().replace(/[^a-z]+/g, '-');
  return TASKS.find((task) => plain === task || plain.startsWith(`${task}-`));
}

/** The material and the tool that somebody asks for by name and width. Throws a sentence for what there is none of. */
export function workshopFor({ process, material: wanted, tool: width }: WorkAsked): {
  material: Material;
  tool: Tool;
} {
  const known = PROCESSES.find((one) => one === process);
  if (!known)
    throw new DrelkError('bad-document', `“${process}” is no process.`, `Choose ${PROCESSES.join(', ')}.`);
  const materials = MATERIALS.filter((one) => one.process === known);
  const material = wanted === undefined ? materials[0] : materials.find(({ name }) => name === wanted);
  if (!material)
    throw new DrelkError(
      'bad-document',
      `“${wanted ?? ''}” is no material for a ${known}.`,
      `Choose ${materials.map(({ name }) => name).join(', ')}.`,
    );
  return { material, tool: toolOf(known, width) };
}

function toolOf(process: Process, width: number | undefined): Tool {
  const own = TOOLS.filter((one) => one.process === process);
  if (width === undefined) return own[0];
  if (!(width > 0 && width < 1000))
    throw new DrelkError(
      'bad-length',
      'A tool has to be wider than nought.',
      'Write its width, such as 3.175mm or 1/8in.',
    );
  return (
    own.find((one) => Math.abs(one.width - width) < 1e-6) ?? {
      ...own[0],
      name: `${width} mm wide`,
      width,
      origin: 'typed',
    }
  );
}

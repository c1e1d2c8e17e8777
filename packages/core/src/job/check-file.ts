import { DrelkError } from '../error';
import {
  type DrawingPath,
  type FileUnit,
  TASKS,
  type Task,
  type VectorDrawing,
  readVectorFile,
} from '../format';
import type { Fonts } from '../text';
import {
  type Box,
  type Point,
  affinePoint,
  affineScale,
  boxHeight,
  boxOf,
  boxWidth,
  joinEnds,
} from '../geometry';
import {
  type Finding,
  type Limits,
  MATERIALS,
  PROCESSES,
  type Process,
  TOOLS,
  type Tool,
  cutGrounds,
  limitsOf,
  prove,
} from '../prove';

/** Ends nearer to each other than this are one place to any machine, in millimetres; common practice, no source. */
const JOINED = 0.02;

/** Against what a file is proven: a process, one of its materials by name, and a tool's width in millimetres. */
export interface CheckAsked {
  process: string;
  material?: string;
  tool?: number;
  millimetresPerUnit?: number;
}

/** What was found in somebody's vector file. Places in millimetres in the file's own frame: DXF y up, SVG y down from the page's upper left. */
export interface CheckedVector {
  unit: FileUnit | null;
  material: string;
  tool: string;
  size: { width: number; height: number };
  contours: number;
  nodes: number;
  findings: (Omit<Finding, 'places'> & { where: Point[] })[];
}

/** Reads a vector file and proves all that it draws. Layers named as tasks have these; all else is cut through. */
export function checkVectorFile(
  bytes: Uint8Array,
  name: string,
  asked: CheckAsked,
  more: { now?: () => number; fonts?: Fonts } = {},
): CheckedVector {
  const { limits, material, tool } = limitsFor(asked);
  const { millimetresPerUnit } = asked;
  const drawing = readVectorFile(bytes, name, {
    ...more,
    ...(millimetresPerUnit === undefined ? {} : { millimetresPerUnit }),
  });
  const paths = pathsOf(drawing);
  const contours = paths.map(({ shape }) => shape.outer);
  const frame: Box = boxOf(contours) ?? { left: 0, top: 0, right: 0, bottom: 0 };
  if (contours.length === 0)
    throw new DrelkError(
      'empty-drawing',
      `There is nothing in “${name}” that could be cut.`,
      'Choose a file with paths.',
    );
  const { findings } = prove(
    {
      paths: scoresAsLines(paths),
      grounds: cutGrounds(paths),
      frame,
      hasTrueSize: drawing.unit !== null || millimetresPerUnit !== undefined,
      leftOut: [],
      pixel: undefined,
    },
    limits,
  );
  const perUnit = 1 / affineScale(drawing.toFile);
  const inFile = (at: Point): Point => {
    if (drawing.kind === 'svg') return { x: at.x - drawing.page.left, y: at.y - drawing.page.top };
    const { x, y } = affinePoint(drawing.toFile, at);
    return { x: x * perUnit, y: y * perUnit };
  };
  return {
    unit: drawing.unit,
    material,
    tool,
    size: { width: boxWidth(frame), height: boxHeight(frame) },
    contours: contours.length,
    nodes: contours.reduce((sum, { segments }) => sum + segments.length, 0),
    findings: findings.map(({ places, ...finding }) => ({ ...finding, where: places.map(inFile) })),
  };
}

/** All that is drawn, by the tasks of its layers; lines of a task that meet are one, whatever they were drawn as. */
function pathsOf({ paths }: VectorDrawing): DrawingPath[] {
  return TASKS.flatMap((task) => {
    const contours = paths.filter(({ layer }) => taskOf(layer) === task).flatMap((path) => path.contours);
    return joinEnds(contours, JOINED).contours.map((outer): DrawingPath => ({
      task,
      shape: { outer, holes: [] },
    }));
  });
}

/** What is scored or engraved along a line may be open. */
const scoresAsLines = (paths: readonly DrawingPath[]): DrawingPath[] =>
  paths.map((path) =>
    path.task === 'cut-through' || path.shape.outer.closed
      ? path
      : { ...path, shape: { ...path.shape, pen: JOINED } },
  );

/** The task that a layer's name means, however it is written. */
function taskOf(layer: string): Task {
  const plain = layer.toLowerCase().replace(/[^a-z]+/g, '-');
  return TASKS.find((task) => plain === task || plain.startsWith(`${task}-`)) ?? 'cut-through';
}

function limitsFor({ process, material: wanted, tool: width }: CheckAsked): {
  limits: Limits;
  material: string;
  tool: string;
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
  const tool = toolOf(known, width);
  return { limits: limitsOf(material, tool), material: material.name, tool: tool.name };
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

import type { DrawingPath, FileUnit, VectorDrawing } from '../../format';
import { type Box, type Point, boxHeight, boxOf, boxWidth } from '../../geometry';
import {
  type Finding,
  type Subject,
  counted,
  cutGrounds,
  limitsOf,
  prove,
  subjectOf,
  wantOf,
} from '../../prove';
import type { Fonts } from '../../text';
import { JOINED, type WorkAsked, isTaskName, readOutsideFile, workshopFor } from './outside-file';

/** What was found in somebody's vector file. Places in millimetres in the file's own frame: DXF y up, SVG y down from the page's upper left. */
export interface CheckedVector {
  unit: FileUnit | null;
  material: string;
  tool: string;
  size: { width: number; height: number };
  contours: number;
  nodes: number;
  findings: (Omit<Finding, 'places' | 'stretches'> & { where: Point[] })[];
}

/** Reads a vector file and proves all that it draws. Layers named as tasks have these; all else is cut through. */
export function checkVectorFile(
  bytes: Uint8Array,
  name: string,
  asked: WorkAsked,
  more: { now?: () => number; fonts?: Fonts } = {},
): CheckedVector {
  const { material, tool } = workshopFor(asked);
  const { millimetresPerUnit, works, wanted = 'auto' } = asked;
  const { drawing, paths, inFile } = readOutsideFile(bytes, name, { ...more, ...asked });
  const contours = paths.map(({ shape }) => shape.outer);
  // Guides are not machined.
  const machined = paths.filter(({ task }) => task !== 'guide').map(({ shape }) => shape.outer);
  const frame: Box = boxOf(machined) ?? { left: 0, top: 0, right: 0, bottom: 0 };
  const own = scoresAsLines(paths);
  const grounds = cutGrounds(own);
  const { findings } = prove(
    subjectOf(own, {
      grounds,
      want: wantOf(wanted, grounds),
      frame,
      hasTrueSize: drawing.unit !== null || millimetresPerUnit !== undefined,
      leftOut: lostIn(drawing.left),
      texts: drawing.left['texts'] ?? 0,
      asRead: asRead(drawing),
      page: drawing.kind === 'svg' ? drawing.page : undefined,
    }),
    limitsOf(material, tool, works ? { works } : {}),
  );
  return {
    unit: drawing.unit,
    material: material.name,
    tool: tool.name,
    size: { width: boxWidth(frame), height: boxHeight(frame) },
    contours: contours.length,
    nodes: contours.reduce((sum, { segments }) => sum + segments.length, 0),
    findings: findings.map((finding) => {
      const { places, ...told } = { ...finding, stretches: undefined };
      return { ...told, where: places.map(inFile) };
    }),
  };
}

/** What a file means to be cut and cannot be read, by what it is counted as. */
const LOST = [
  'places that are no numbers',
  'paths cut short',
  'files cut short',
  'references to what is not in the file',
  'pictures',
];

/** Counted things that a file may have meant otherwise. */
const TAKEN: readonly (readonly [what: string, one: string, many: string])[] = [
  [
    'things cut off at their clip',
    'thing is cut off at its clip, and closed along it',
    'things are cut off at their clips, and closed along them',
  ],
  ['lines taken beyond their clip', 'line is taken beyond its clip', 'lines are taken beyond their clips'],
  [
    'clips that are not simple',
    'clip is not simple, and taken as none',
    'clips are not simple, and taken as none',
  ],
  [
    'dashes, taken as whole lines',
    'dashed line is taken as a whole one',
    'dashed lines are taken as whole ones',
  ],
];

/** Layers that nobody named: what lies in none of an SVG file, and the one that every DXF file has. */
const UNNAMED = new Set(['', '0']);

/** What was taken otherwise than it may have been meant: clips, dashes, layers of which the name is no task. */
function asRead({ left, paths }: VectorDrawing): string[] {
  const taken = TAKEN.flatMap(([what, one, many]) =>
    (left[what] ?? 0) > 0 ? [`${counted(left[what], one, many)}.`] : [],
  );
  const layers = [...new Set(paths.map(({ layer }) => layer))];
  const unknown = layers.filter((layer) => !isTaskName(layer) && !UNNAMED.has(layer));
  // Where no layer is named for a task, nobody meant them so.
  if (unknown.length === 0 || !layers.some(isTaskName)) return taken;
  const named = unknown.map((layer) => `“${layer}”`).join(', ');
  const isOne = unknown.length === 1;
  return [
    ...taken,
    `${isOne ? 'The layer' : 'The layers'} ${named} ${isOne ? 'is' : 'are'} named for no task, and cut through.`,
  ];
}

const lostIn = (left: Readonly<Record<string, number>>): Subject['leftOut'] =>
  LOST.filter((what) => (left[what] ?? 0) > 0).map((what) => ({
    name: `${left[what]} ${what}`,
    message: 'no path comes of it.',
    hint: 'Mend the file in the program it comes from, or bring pictures to the shelf.',
  }));

/** What is scored or engraved along a line may be open. */
const scoresAsLines = (paths: readonly DrawingPath[]): DrawingPath[] =>
  paths.map((path) =>
    path.task === 'cut-through' || path.shape.outer.closed
      ? path
      : { ...path, shape: { ...path.shape, pen: JOINED } },
  );

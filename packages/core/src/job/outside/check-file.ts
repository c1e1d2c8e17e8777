import type { DrawingPath, FileUnit } from '../../format';
import { type Box, type Point, boxHeight, boxOf, boxWidth } from '../../geometry';
import { type Finding, type Subject, limitsOf, prove, subjectOf } from '../../prove';
import type { Fonts } from '../../text';
import { JOINED, type WorkAsked, readOutsideFile, workshopFor } from './outside-file';

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
  asked: WorkAsked,
  more: { now?: () => number; fonts?: Fonts } = {},
): CheckedVector {
  const { material, tool } = workshopFor(asked);
  const { millimetresPerUnit } = asked;
  const { drawing, paths, inFile } = readOutsideFile(bytes, name, { ...more, ...asked });
  const contours = paths.map(({ shape }) => shape.outer);
  const frame: Box = boxOf(contours) ?? { left: 0, top: 0, right: 0, bottom: 0 };
  const { findings } = prove(
    subjectOf(scoresAsLines(paths), {
      frame,
      hasTrueSize: drawing.unit !== null || millimetresPerUnit !== undefined,
      leftOut: lostIn(drawing.left),
      texts: drawing.left['texts'] ?? 0,
    }),
    limitsOf(material, tool),
  );
  return {
    unit: drawing.unit,
    material: material.name,
    tool: tool.name,
    size: { width: boxWidth(frame), height: boxHeight(frame) },
    contours: contours.length,
    nodes: contours.reduce((sum, { segments }) => sum + segments.length, 0),
    findings: findings.map(({ places, ...finding }) => ({ ...finding, where: places.map(inFile) })),
  };
}

/** What a file means to be cut and cannot be read, by what it is counted as. */
const LOST = [
  'places that are no numbers',
  'paths cut short',
  'references to what is not in the file',
  'pictures',
];

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

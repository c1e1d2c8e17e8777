/** One stroke of the hand, in source pixels; replayed in order on whatever the settings make ink. */
export type Stroke =
  | { kind: 'brush'; tone: 'ink' | 'paper'; width: number; points: number[]; axis?: Axis }
  | {
      kind: 'pour';
      tone: 'ink' | 'paper';
      at: [x: number, y: number];
      tolerance: number;
      everywhere: boolean;
    }
  | { kind: 'loop'; does: 'keep' | 'drop'; points: number[] }
  | { kind: 'inside'; at: [x: number, y: number] | null }
  | { kind: 'mirror'; axis: Axis };

/** A line through two places: x, y, x, y. What lies to its left, seen along it, is drawn again to its right. */
export type Axis = [number, number, number, number];

/** Strokes of the hand under whole numbers that rise in the order they were made: taking one out leaves the others be. */
export type Strokes = Record<number, Stroke>;

/** Strokes with their ids, in the order they were made. */
export const strokesInOrder = (strokes: Strokes): { id: number; stroke: Stroke }[] =>
  Object.keys(strokes)
    .map(Number)
    .sort((a, b) => a - b)
    .map((id) => ({ id, stroke: strokes[id] }));

/** Adds a stroke after all others. */
export function addStroke(strokes: Strokes, stroke: Stroke): void {
  const ids = Object.keys(strokes).map(Number);
  strokes[ids.reduce((most, id) => Math.max(most, id), 0) + 1] = stroke;
}

/** Takes one stroke out. */
export const dropStroke = (strokes: Strokes, id: number): boolean => Reflect.deleteProperty(strokes, id);

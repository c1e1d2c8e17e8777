/** What the hand drew on a picture to say what belongs to the thing: places x, y in source pixels. */
export interface CutMark {
  says: 'in' | 'out';
  width: number;
  points: number[];
}

/** A thing cut out of what is around it. Lengths and places in source pixels. */
export interface CutSettings {
  /** What was drawn around it; null where it was not: the main thing in view. */
  loop: number[] | null;
  /** Under whole numbers that rise in the order they were made. */
  marks: Record<number, CutMark>;
  /** Whether the thing itself becomes ink, or whatever is ink in it. */
  gives: 'silhouette' | 'inside';
}

/** What the user may set of Piece. */
export interface PieceSettings {
  /** What the length below is the size of: the artwork itself, or the whole picture's frame. */
  by: 'artwork' | 'picture';
  edge: 'width' | 'height';
  /** Millimetres, or null to keep the picture's own scale. */
  length: number | null;
}

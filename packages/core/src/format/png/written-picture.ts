/** A picture as a file was found to hold it. */
export interface WrittenPicture {
  width: number;
  height: number;
  /** Pixels per metre. */
  perMetre: number;
  /** Pixels that show more than bare ground, those that are transparent by as much as they cover. */
  covered: number;
  /** What a pixel shows: red, green, blue and how much of it covers, 0 to 255 each. */
  at(column: number, row: number): readonly [red: number, green: number, blue: number, cover: number];
}

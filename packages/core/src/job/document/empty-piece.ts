const [width, height] = [200, 120];

/** The page that a piece without a picture begins with: an SVG file with nothing on it. Millimetres. */
export const EMPTY_PAGE = {
  name: 'Empty piece.svg',
  width,
  height,
  svg: `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm"/>`,
};

export { pathData } from './svg/write';
export { writeSvgLayers } from './svg/write-layers';
export { writeDxfLayers } from './dxf/write-layers';
export { checkSource, fontsNamedInFile, readVectorFile, type VectorKind } from './read-file';
export { readPathData } from './svg/path-data';
export { PIXEL, POINT } from './svg/lengths';
export { readSvg } from './svg/read';
export { readDxf } from './dxf/read';
export type { PictureHeader } from './picture/header';
export type { PaintedArea } from './png/painted-area';
export type { WrittenPicture } from './png/written-picture';
export { textOf } from './text';
export { type Drawing, type DrawingPath, type DrawingPlate, type Task, TASK_COLOURS, TASKS } from './drawing';
export { fileNameFor, freeName } from './file-name';
export {
  type Chosen,
  counts,
  type FileFormat,
  type FormatOption,
  type PathFormat,
  type PictureFormat,
} from './file-format';
export {
  chosenInWords,
  FORMAT_IDS,
  type FormatChoices,
  type FormatId,
  formatOf,
  formatOfName,
  USUAL_CHOICES,
} from './formats';
export {
  contoursDrawn,
  type FileUnit,
  type LayeredShape,
  tell,
  type VectorDrawing,
  type VectorPath,
} from './vector-drawing';
export { painted } from './painted';
export { readPdfPage } from './pdf/read';
export { drawingAsSvg } from './pdf/as-svg';
export { checkPicture, MOST_PIXELS, readPictureHeader } from './picture/read-header';
export { withDensity } from './picture/png-density';
export { onePage, type TiffPage, tiffPages } from './picture/tiff-pages';

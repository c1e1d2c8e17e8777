import { dxf } from './dxf/format';
import type { FileFormat } from './file-format';
import { svg } from './svg/format';

/** Every kind of file that can be handed off, by its id. */
const FORMATS = { svg, dxf };
export type FormatId = keyof typeof FORMATS;
export const FORMAT_IDS = Object.keys(FORMATS) as FormatId[];

/** What is chosen of each format. */
export type FormatChoices = {
  [F in FormatId]: (typeof FORMATS)[F] extends FileFormat<infer Choice> ? Choice : never;
};
export const USUAL_CHOICES: FormatChoices = { svg: svg.choices[0].id, dxf: dxf.choices[0].id };

/** A format by its id. */
export const formatOf = (id: FormatId): FileFormat<string> => FORMATS[id];

/** The format of a file by its name's ending; undefined for another. */
export const formatOfName = (name: string): FormatId | undefined =>
  FORMAT_IDS.find((id) => name.toLowerCase().endsWith(`.${FORMATS[id].ending}`));

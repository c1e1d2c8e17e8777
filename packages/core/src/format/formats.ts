import { dxf } from './dxf/format';
import { type Chosen, type FileFormat, counts, usualOf } from './file-format';
import { pdf } from './pdf/format';
import { png } from './png/format';
import { svg } from './svg/format';

/** Every kind of file that can be handed off, by its id. */
const FORMATS = { svg, dxf, pdf, png };
export type FormatId = keyof typeof FORMATS;
export const FORMAT_IDS = Object.keys(FORMATS) as FormatId[];

/** What is chosen of each format. */
export type FormatChoices = Record<FormatId, Chosen>;

/** A format by its id. */
export const formatOf = <Id extends FormatId>(id: Id): (typeof FORMATS)[Id] & FileFormat => FORMATS[id];

export const USUAL_CHOICES = Object.fromEntries(
  FORMAT_IDS.map((id) => [id, usualOf(formatOf(id))]),
) as FormatChoices;

/** What is chosen of a format, in words: how it is first of all, and what else is not as usual. */
export const chosenInWords = (id: FormatId, chosen: Chosen): string =>
  formatOf(id)
    .options.flatMap((option, k) => {
      if (!('figure' in option))
        return option.choices
          .filter((choice, n) => choice.id === chosen[option.id] && (k === 0 || n > 0))
          .map(({ name }) => name);
      const isUsual = chosen[option.id] === option.figure.usual;
      return isUsual || !counts(option, chosen) ? [] : [`${chosen[option.id]} ${option.figure.unit}`];
    })
    .join(', ');

/** The format of a file by its name's ending; undefined for another. */
export const formatOfName = (name: string): FormatId | undefined =>
  FORMAT_IDS.find((id) => name.toLowerCase().endsWith(`.${FORMATS[id].ending}`));

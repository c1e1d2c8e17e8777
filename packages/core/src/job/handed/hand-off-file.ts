import { DrelkError } from '../../error';
import type { FormatId } from '../../format';
import { type CheckedFile, handOff } from '../../handoff';
import type { JobDocument } from '../document/document';
import type { MadeJob } from '../steps/result';

/**
 * One file of a job's result, re-read and compared before it is given out: of all of it, or of one plate, by its colour, with all that is
 * of none. Every plate's file has the frame of the whole, so that they lie true on one another.
 */
export function handOffFile(
  document: JobDocument,
  result: MadeJob,
  format: FormatId,
  plate?: string,
): CheckedFile {
  const refused = result.artwork.traced?.line.refused;
  if (refused) throw new DrelkError(refused.code, refused.message, refused.hint);
  const drawing = { ...result.drawing, bed: document.prove.material.bed };
  if (plate === undefined) return handOff(drawing, document.name, format, document.handoff);
  const own = drawing.paths.filter((path) => path.plate === undefined || path.plate.colour === plate);
  const name = own.find((path) => path.plate)?.plate?.name;
  if (name === undefined)
    throw new DrelkError(
      'empty-drawing',
      'There is no path of this plate on the piece.',
      'Hand off another one, or all of it.',
    );
  return handOff({ ...drawing, paths: own }, `${document.name}, ${name}`, format, document.handoff);
}

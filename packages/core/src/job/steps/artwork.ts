import { type Step, choice, gathered, given, isPicture } from '../graph';
import { drawnArtwork, ofFile } from './drawn';
import type { Provided } from './provided';
import { ofPicture, tracedArtwork } from './traced';

/** Whether a job begins with a picture: what follows is alike whoever provides the paths. */
export const hasPicture = given(
  'has a picture',
  ({ source }) => isPicture(source),
  ({ source }) => `${isPicture(source)}`,
);

export const either = <T>(name: string, picture: Step<T>, file: Step<T>): Step<T> =>
  choice(`provided: ${name}`, { hasPicture }, [picture, file], (reads) =>
    reads.hasPicture ? picture : file,
  );

export const handedOver = either('handed over', ofPicture.handedOver, ofFile.handedOver);
export const paths = gathered('provided: paths', { handedOver }, (reads) => reads.handedOver.paths);
export const parked = gathered('provided: parked', { handedOver }, (reads) => reads.handedOver.parked);
export const toSource = either('to source', ofPicture.toSource, ofFile.toSource);
export const reduction = either('reduction', ofPicture.reduction, ofFile.reduction);
export const plates = either('plates', ofPicture.plates, ofFile.plates);
export const wanted = either('plates wanted', ofPicture.wanted, ofFile.wanted);
export const frame = either('frame', ofPicture.frame, ofFile.frame);
export const known = either('known scale', ofPicture.known, ofFile.known);

/** The paths as they were provided, with all that is known of them. */
export const artwork = either<Provided>('artwork', tracedArtwork, drawnArtwork);

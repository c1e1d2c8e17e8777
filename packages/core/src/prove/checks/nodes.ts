import { contourLength, eachSegment } from '../../geometry';
import { type Check, type Measured, counted, findingOf, told } from '../check';
import { remedy } from '../remedies';
import { contoursIn } from '../cut-ground';
import { norm } from '../../norm';

/** So many segments that are too short are no accident. */
const FEW = 3;
/** Shorter cuts are not judged by their nodes, in told. */
const LEAST_LENGTH = 20;

/** More nodes along the cut than a machine follows smoothly. */
export const tooManyNodes: Check = {
  kind: 'too-many-nodes',
  remedies: [remedy('refit', 'Fit curves anew', 'Curves fitted anew')],
  reads: ['paths'],
  check({ paths }, { nodesPer100: allowed }) {
    const contours = contoursIn(paths);
    const length = contours.reduce((sum, contour) => sum + contourLength(contour), 0);
    const nodes = contours.reduce((sum, { segments }) => sum + segments.length, 0);
    const measured = (100 * nodes) / Math.max(length, LEAST_LENGTH);
    if (measured <= allowed) return [];
    return [
      {
        kind: 'too-many-nodes',
        severity: 'note',
        count: 1,
        measured,
        allowed,
        places: [],
        sizes: [],
        message: `There are ${Math.round(measured)} nodes in every 100 mm of cut; up to ${allowed} are followed smoothly.`,
        hint: 'Allow more deviation in Line, or more smoothness.',
      },
    ];
  },
};

/** Segments so short that a machine stutters along them. */
export const shortSegments: Check = {
  kind: 'short-segments',
  remedies: [remedy('refit', 'Fit curves anew', 'Curves fitted anew')],
  reads: ['paths'],
  check({ paths }, { shortestSegment: allowed, units }) {
    const found: Measured[] = [];
    for (const contour of contoursIn(paths))
      eachSegment(contour, (from, segment) => {
        const length = norm(segment.x - from.x, segment.y - from.y);
        const isClosed = segment.kind !== 'line' && length < allowed;
        // A curve that comes back to where it began is none.
        const whole = isClosed ? contourLength({ start: from, segments: [segment], closed: false }) : length;
        if (whole < allowed) found.push({ at: { x: from.x, y: from.y }, measured: whole });
      });
    return findingOf(
      found.length > FEW ? found.sort((a, b) => a.measured - b.measured) : [],
      {
        kind: 'short-segments',
        severity: 'note',
        allowed,
        hint: 'Have curves laid anew in Line, or take these nodes out.',
      },
      (count) => `${counted(count, 'segment is', 'segments are')} shorter than ${told(allowed, units)}.`,
    );
  },
};

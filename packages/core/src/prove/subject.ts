import type { DrawingPath } from '../format';
import { boxOf } from '../geometry';
import type { Given } from './check';
import { contoursIn, cutGrounds } from './cut-ground';
import { wantOf } from './wanted';

/** Paths alone as they are proven: at their true size, of no picture, and of which nobody knows from which side they are seen. */
export function subjectOf(paths: readonly DrawingPath[], more: Partial<Given> = {}): Given {
  const grounds = more.grounds ?? cutGrounds(paths);
  return {
    paths,
    grounds,
    want: wantOf('auto', grounds),
    frame: boxOf(contoursIn(paths)) ?? { left: 0, top: 0, right: 0, bottom: 0 },
    hasTrueSize: true,
    leftOut: [],
    lostTasks: 0,
    texts: 0,
    pixel: undefined,
    mirrored: undefined,
    plates: [],
    page: undefined,
    asRead: [],
    ...more,
  };
}

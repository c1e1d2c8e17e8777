import { overEdges } from '../../material';
import { type Check, counted, findingOf, told } from '../check';
import { contoursIn } from '../cut-ground';

/** Areas that are to be cleared by what only follows lines. */
export const notThisTool: Check = {
  kind: 'not-this-tool',
  reads: ['paths'],
  check({ paths }, { toolKind }) {
    if (toolKind !== 'knife' && toolKind !== 'torch') return [];
    const areas = paths.filter(
      ({ task, shape }) => (task === 'pocket' || task === 'engrave') && shape.outer.closed && !shape.pen,
    );
    return findingOf(
      areas.map(({ shape: { outer } }) => ({ at: outer.start, measured: areas.length })),
      {
        kind: 'not-this-tool',
        severity: 'stop',
        allowed: 0,
        hint: 'Cut them through, score them, or take another process.',
      },
      (count) => `${counted(count, 'area is', 'areas are')} to be cleared, which a ${toolKind} cannot do.`,
    );
  },
};

/** Marks and pockets that run over the edge of a part, or lie beside all of them. */
export const overEdge: Check = {
  kind: 'over-edge',
  reads: ['grounds'],
  check({ grounds }, { units }) {
    const found = grounds
      .flatMap(({ paths, cuts }) => {
        const surface = paths.filter(
          ({ task }) => task === 'pocket' || task === 'engrave' || task === 'score',
        );
        return overEdges(
          surface.map((path) => contoursIn([path])),
          cuts,
        );
      })
      .sort((a, b) => b.far - a.far);
    return findingOf(
      found.map(({ at, far }) => ({ at, measured: far })),
      {
        kind: 'over-edge',
        severity: found.every(({ isLine }) => isLine) ? 'note' : 'warn',
        allowed: 0,
        hint: 'Move them inside, make the part larger, or leave them out.',
      },
      (count, far) =>
        `${counted(count, 'mark or pocket runs', 'marks or pockets run')} over the edge of what is cut out, up to ${told(Number(far.toFixed(2)), units)}.`,
    );
  },
};

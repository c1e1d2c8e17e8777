import type { Task } from '../../format';
import { clearsAreas, goesThrough } from '../../machine';
import { overEdges } from '../../material';
import { type Check, counted, findingOf, told } from '../check';
import { contoursIn } from '../cut-ground';

/** Areas that are to be cleared by what only follows lines. */
export const notThisTool: Check = {
  kind: 'not-this-tool',
  reads: ['paths'],
  check({ paths }, { surface }) {
    const kindFor = (task: Task) =>
      task === 'pocket' || task === 'engrave' ? surface[task].toolKind : undefined;
    const areas = paths.filter(({ task, shape }) => {
      const kind = kindFor(task);
      return kind && !clearsAreas(kind) && shape.outer.closed && !shape.pen;
    });
    return findingOf(
      areas.map(({ shape: { outer } }) => ({ at: outer.start, measured: areas.length })),
      {
        kind: 'not-this-tool',
        severity: 'stop',
        allowed: 0,
        hint: 'Cut them through, score them, or take another process.',
      },
      (count) =>
        `${counted(count, 'area is', 'areas are')} to be cleared, which a ${kindFor(areas[0].task) ?? ''} cannot do.`,
    );
  },
};

/** Pockets as deep as the sheet is thick, or deeper. */
export const tooDeep: Check = {
  kind: 'too-deep',
  reads: ['paths'],
  check({ paths }, { surface: { pocket }, thickness, units }) {
    if (!goesThrough(pocket, { thickness })) return [];
    const pockets = paths.filter(({ task }) => task === 'pocket');
    return findingOf(
      pockets.map(({ shape: { outer } }) => ({ at: outer.start, measured: pocket.depth })),
      {
        kind: 'too-deep',
        severity: 'stop',
        allowed: thickness,
        hint: 'Make them less deep, or cut them through.',
      },
      (count) =>
        `${counted(count, 'pocket goes', 'pockets go')} ${told(pocket.depth, units)} deep, through a sheet of ${told(thickness, units)}.`,
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

import { MATERIALS, PROVE_DEFAULTS, TOOLS } from '@drelk/core';
import { proveSchema } from './prove.schema';
import { brokenOf } from '../testing/broken';

const problemOf = (more: object) => brokenOf(proveSchema.validate({ ...PROVE_DEFAULTS, ...more }));

describe('what a job is proven against, at the door', () => {
  it('is taken for every material of a workshop with every tool of its process', () => {
    for (const material of MATERIALS)
      for (const tool of TOOLS.filter(({ process }) => process === material.process))
        expect(problemOf({ material, tool })).toBeUndefined();
    expect(problemOf({ waived: { neck: 'It is only for the window.' } })).toBeUndefined();
  });

  it.each([
    ['a tool of another process', 'any.invalid', { tool: TOOLS[TOOLS.length - 1] }],
    [
      'a process that is none',
      'any.only at material.process',
      { material: { ...MATERIALS[0], process: 'loom' } },
    ],
    ['a tool below nought', 'number.min at tool.width', { tool: { ...TOOLS[0], width: -1 } }],
    [
      'a bed of no size',
      'number.positive at material.bed.width',
      { material: { ...MATERIALS[0], bed: { width: 0, height: 9 } } },
    ],
    [
      'a limit that is none',
      'number.base at material.least.neck',
      { material: { ...MATERIALS[0], least: { ...MATERIALS[0].least, neck: NaN } } },
    ],
    ['a figure from nowhere', 'any.only at tool.origin', { tool: { ...TOOLS[0], origin: 'a standard' } }],
    ['a finding that is none, waived', 'object.unknown at waived.wings', { waived: { wings: 'why not' } }],
    ['one that is waived without a reason', 'string.empty at waived.neck', { waived: { neck: ' ' } }],
  ])('%s is refused by %s', (_what, rule, more) => expect(problemOf(more)).toBe(rule));
});

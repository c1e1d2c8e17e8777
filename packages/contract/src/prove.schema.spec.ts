import { MATERIALS, PROVE_DEFAULTS, TOOLS } from '@drelk/core';
import { proveSchema } from './prove.schema';

const problemOf = (more: object) => proveSchema.validate({ ...PROVE_DEFAULTS, ...more }).error?.message;

describe('what a job is proven against, at the door', () => {
  it('is taken for every material of a workshop with every tool of its process', () => {
    for (const material of MATERIALS)
      for (const tool of TOOLS.filter(({ process }) => process === material.process))
        expect(problemOf({ material, tool })).toBeUndefined();
    expect(problemOf({ waived: { neck: 'It is only for the window.' } })).toBeUndefined();
  });

  it.each([
    ['a tool of another process', { tool: TOOLS[TOOLS.length - 1] }],
    ['a process that is none', { material: { ...MATERIALS[0], process: 'loom' } }],
    ['a tool below nought', { tool: { ...TOOLS[0], width: -1 } }],
    ['a bed of no size', { material: { ...MATERIALS[0], bed: { width: 0, height: 9 } } }],
    ['a limit that is none', { material: { ...MATERIALS[0], least: { ...MATERIALS[0].least, neck: NaN } } }],
    ['a figure from nowhere', { tool: { ...TOOLS[0], origin: 'a standard' } }],
    ['a finding that is none, waived', { waived: { wings: 'why not' } }],
    ['one that is waived without a reason', { waived: { neck: ' ' } }],
  ])('%s is refused', (_what, more) => expect(problemOf(more)).toBeDefined());
});

import { newJob } from '../document/document';
import type { PictureLook } from '../steps';
import { inkOptions } from './options';

const job = newJob({ blob: '', name: 'a', kind: 'png', width: 9, height: 9, density: null, notes: [] });
const seen = (look: Partial<PictureLook['look']>) =>
  ({ look: { kind: 'scan', coloured: 0, other: undefined, ...look } }) as unknown as PictureLook;
const tones = { automatic: 120, lightOnDark: false };

describe('the options', () => {
  it('are six different treatments, bands where there is no colour', () => {
    const options = inkOptions(job, seen({}), tones);
    expect(options.map(({ id }) => id)).toEqual(['found', 'harder', 'light', 'turned', 'edges', 'bands']);
    expect(options[1].ink.threshold).toBe(80);
    expect(inkOptions(job, seen({ coloured: 2 }), tones)[5].id).toBe('plates');
  });

  it('have what the picture may as well be among the first, unless its kind is set', () => {
    const [, second] = inkOptions(job, seen({ other: 'line' }), tones);
    expect(second).toMatchObject({ id: 'other', name: 'Taken as line drawing', ink: { kind: 'line' } });
    const set = { ...job, ink: { ...job.ink, kind: 'logo' as const } };
    expect(inkOptions(set, seen({ other: 'line' }), tones)[1].id).toBe('harder');
  });
});

import { quietContext } from '../context';
import { STEPS } from './memory';
import { warmUp } from './warm-up';

describe('warming up', () => {
  it('goes through every stage', () => {
    const told: string[] = [];
    warmUp({ ...quietContext, progress: (stage) => told.push(stage) });
    expect(new Set(told)).toEqual(new Set(STEPS));
  });

  it('stops for the first who asks', () => {
    let looks = 0;
    const asked = { ...quietContext, stopped: () => ++looks > 20 };
    expect(() => warmUp(asked)).toThrow(expect.objectContaining({ code: 'stopped' }));
  });
});

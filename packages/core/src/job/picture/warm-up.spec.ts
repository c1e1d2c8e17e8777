import { quietContext } from '../../context';
import { TIMED_PARTS } from '../graph';
import { warmUp } from './warm-up';

describe('warming up', () => {
  it('goes through every stage', () => {
    const told: string[] = [];
    warmUp({ ...quietContext, progress: (stage) => told.push(stage) });
    expect(new Set(told)).toEqual(new Set(TIMED_PARTS.filter((part) => part !== 'ask' && part !== 'hand')));
  });

  it('stops for the first who asks', () => {
    let looks = 0;
    const asked = { ...quietContext, stopped: () => ++looks > 20 };
    expect(() => warmUp(asked)).toThrow(expect.objectContaining({ code: 'stopped' }));
  });
});

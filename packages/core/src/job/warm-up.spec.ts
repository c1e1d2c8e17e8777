import { quietContext } from '../context';
import { warmUp } from './warm-up';

describe('warming up', () => {
  it('goes through every stage, and keeps nothing', () => {
    const told: string[] = [];
    warmUp({ ...quietContext, progress: (stage) => told.push(stage) });
    expect(new Set(told)).toEqual(
      new Set([
        'look',
        'square',
        'grey',
        'tone',
        'separate',
        'hand',
        'ink',
        'contours',
        'line',
        'piece',
        'prove',
      ]),
    );
  });

  it('stops for the first who asks', () => {
    let looks = 0;
    const asked = { ...quietContext, stopped: () => ++looks > 20 };
    expect(() => warmUp(asked)).toThrow(expect.objectContaining({ code: 'stopped' }));
  });
});

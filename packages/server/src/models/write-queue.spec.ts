import { WriteQueue } from './write-queue';

const later = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));

describe('WriteQueue', () => {
  it('does one thing after the other, in the order in which they came', async () => {
    const queue = new WriteQueue();
    const told: string[] = [];
    const work = (name: string, milliseconds: number) => async () => {
      told.push(`${name} begins`);
      await later(milliseconds);
      told.push(`${name} ends`);
      return name;
    };
    const names = await Promise.all([
      queue.run(work('a', 20)),
      queue.run(work('b', 1)),
      queue.run(work('c', 5)),
    ]);
    expect(names).toEqual(['a', 'b', 'c']);
    expect(told).toEqual(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends']);
  });

  it('goes on after what went wrong, which is told to whom it concerns', async () => {
    const queue = new WriteQueue();
    const wrong = queue.run(() => Promise.reject(new Error('no room')));
    const right = queue.run(() => Promise.resolve(7));
    await expect(wrong).rejects.toThrow('no room');
    await expect(right).resolves.toBe(7);
  });
});

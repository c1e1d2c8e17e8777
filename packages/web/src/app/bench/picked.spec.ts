import { fakeWork, render } from '../../../testing/fake-work';
import { Picked } from './picked';

describe('the contour that is picked', () => {
  it('is told of, and let go', () => {
    const { bench } = fakeWork();
    bench.picked.set(new Set([2]));
    const { text, element } = render(Picked);
    expect(text()).toContain('8 mm × 8 mm');
    expect(text()).toContain('hole, 2 nodes');
    element.querySelector<HTMLElement>('button')?.click();
    expect(bench.picked().size).toBe(0);
  });

  it('is nothing where its id is another set’s', () => {
    const { bench } = fakeWork();
    bench.picked.set(new Set([77]));
    expect(render(Picked).text().trim()).toBe('');
  });
});

import { fakeWork, render, viewWith } from '../../../testing/fake-work';
import { Facts } from './facts';

describe('Facts', () => {
  it('are figures with units', () => {
    fakeWork();
    const { text } = render(Facts);
    expect(text()).toContain('50 × 40 mm');
    expect(text()).toContain('1.234 m');
    expect(text()).toContain('99.50 %');
  });

  it('are none where nothing comes of the settings', () => {
    const { workbench } = fakeWork();
    Object.assign(workbench, { standing: () => 'failed' });
    const { text } = render(Facts);
    expect(text()).toContain('–');
    expect(text()).not.toContain('50 × 40 mm');
    expect(text()).not.toContain('99.50 %');
  });

  it('warn where there is no true size', () => {
    fakeWork(viewWith({ scaleSource: 'none' }));
    const { element } = render(Facts);
    expect(element.querySelector('.warns')?.textContent).toContain('not true yet');
  });

  it('show themselves on the bench when pressed, and stop when pressed again', () => {
    const { bench } = fakeWork();
    const { press } = render(Facts);
    press('holes');
    expect(bench.highlight()).toBe('holes');
    press('holes');
    expect(bench.highlight()).toBe('none');
    press('match');
    expect(bench.layout().misfit).toBe(true);
  });

  it('bring the paths back where they were hidden', () => {
    const { bench } = fakeWork();
    bench.stage.set('ink');
    const { press } = render(Facts);
    press('nodes');
    expect(bench.layout()).toMatchObject({ style: 'nodes', opacity: { paths: 1 } });
  });

  it('are lit only where the bench shows what they are about', () => {
    const { bench } = fakeWork();
    bench.stage.set('ink');
    const { press, element } = render(Facts);
    const off = () => element.querySelector('button:last-child')?.getAttribute('aria-pressed');
    // Ink by itself has lines chosen, but shows none.
    expect(off()).toBe('false');
    press('off, at most');
    expect(off()).toBe('true');
  });

  it('say nothing of ink where there was no picture', () => {
    const { facts } = viewWith();
    fakeWork(viewWith({ traced: undefined, facts: { ...facts, match: undefined, off: undefined } }));
    const { text } = render(Facts);
    expect(text()).not.toContain('match');
    expect(text()).toContain('shapes');
  });
});

import { fakeWork, render } from '../../../testing/fake-work';
import { ViewBar } from './view-bar';
import { WipeBar } from './wipe-bar';

describe('ViewBar', () => {
  it('turns misfit and wipe on and off', () => {
    const { bench } = fakeWork();
    const { press } = render(ViewBar);
    press('Misfit');
    press('Wipe');
    expect(bench.layout()).toMatchObject({ misfit: true, wipe: true });
    press('Wipe');
    expect(bench.layout().wipe).toBe(false);
    press('Blink');
    press('Loupe');
    expect(bench.layout().blink).toBe(true);
    expect(bench.loupe()).toBe(true);
    press('Wipe');
    expect(bench.layout()).toMatchObject({ wipe: true, blink: false });
  });

  it('shows paths that were hidden when another way of drawing them is asked for', () => {
    const { bench } = fakeWork();
    bench.stage.set('ink');
    const { press } = render(ViewBar);
    press('Nodes');
    expect(bench.layout()).toMatchObject({ style: 'nodes', opacity: { paths: 1 } });
  });
});

it('WipeBar lays any two layers on either side', () => {
  const { bench } = fakeWork();
  bench.change({ wipe: true });
  const { element } = render(WipeBar);
  const [left, right] = [...element.querySelectorAll('select')];
  expect([left.value, right.value]).toEqual(['picture', 'paths']);
  left.value = 'ink';
  left.dispatchEvent(new Event('change'));
  expect(bench.layout()).toMatchObject({ left: 'ink', right: 'paths' });
  const place = element.querySelector('input');
  if (place) place.value = '0.25';
  place?.dispatchEvent(new Event('input'));
  expect(bench.wipeAt()).toBe(0.25);
});

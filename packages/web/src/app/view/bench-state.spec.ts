import { TestBed } from '@angular/core/testing';
import { provideStages } from '../stages/stages';
import { BenchState } from './bench-state';

describe('BenchState', () => {
  let state: BenchState;
  beforeEach(() => {
    state = TestBed.configureTestingModule({ providers: [provideStages(), BenchState] }).inject(BenchState);
    state.size.set({ width: 800, height: 600 });
  });

  it('fits the whole picture in the middle', () => {
    state.fit({ x: 0, y: 0, width: 1600, height: 400 });
    const { scale, x, y } = state.eye();
    expect(scale * 1600).toBeCloseTo(800 - 72);
    expect(x).toBeCloseTo(36);
    expect(y + (scale * 400) / 2).toBeCloseTo(300);
  });

  it('zooms about the pointer: what lies under it stays there', () => {
    state.eye.set({ scale: 2, x: 10, y: 20 });
    const under = (place: number, offset: number) => (place - offset) / state.eye().scale;
    const before = [under(300, state.eye().x), under(200, state.eye().y)];
    state.zoom(1.7, { x: 300, y: 200 });
    expect(under(300, state.eye().x)).toBeCloseTo(before[0]);
    expect(under(200, state.eye().y)).toBeCloseTo(before[1]);
    expect(state.fitted()).toBe(false);
  });

  it('keeps what is looked at in view when another picture comes on the bench', () => {
    // The same sheet before it was cropped by 300 and 100 pixels, at twice the resolution, and turned by a quarter.
    const cropped = { width: 500, height: 400, toSource: [1, 0, 300, 0, 1, 100, 0, 0, 1] };
    const turned = { width: 1600, height: 2000, toSource: [0, 0.5, 0, 0.5, 0, 0, 0, 0, 1] };
    state.eye.set({ scale: 3, x: -200, y: -100 });
    state.fitted.set(false);
    state.keepInView(cropped, turned);
    const { scale, x, y } = state.eye();
    // The middle of the bench was at (200, 133.3), source (500, 233.3), now (466.7, 1000).
    expect(scale).toBeCloseTo(1.5);
    expect((400 - x) / scale).toBeCloseTo(1400 / 3);
    expect((300 - y) / scale).toBeCloseTo(1000);
    state.keepInView(turned, cropped);
    expect(state.eye().x).toBeCloseTo(-200);
    state.fitted.set(true);
    state.keepInView(cropped, turned);
    expect(state.eye().scale).toBeCloseTo(3);
  });

  it('keeps a look for each stage', () => {
    state.stage.set('ink');
    state.fade('paths', 0.5);
    state.stage.set('line');
    expect(state.layout().opacity.paths).toBe(1);
    state.stage.set('ink');
    expect(state.layout().opacity.paths).toBe(0.5);
  });
});

import { TestBed } from '@angular/core/testing';
import { circleContour, packPaths } from '@drelk/core';
import { SilentWorker } from '../../../testing/worker.factory';
import { inView } from '../drawing/drawn-paths';
import { Painter } from './painter';
import type { Painting } from './painting';

const set = packPaths([{ outer: circleContour({ x: 50, y: 40 }, 20), holes: [] }]);
const view = {
  name: 'paths',
  eye: { scale: 2, x: 100, y: 80 },
  width: 800,
  height: 600,
  ratio: 1,
  style: 'lines' as const,
  misfit: false,
  marked: [] as number[],
};

describe('Painter', () => {
  let painter: Painter;
  let worker: SilentWorker;
  const asked = () =>
    worker.posted.filter(({ type }) => type === 'paint') as unknown as {
      request: number;
      painting: Painting;
    }[];
  const answer = () => {
    const { request, painting } = asked()[asked().length - 1];
    const paths = { close: jest.fn() };
    worker.onmessage?.({ data: { request, painted: { paths, painting } } });
    return paths;
  };

  beforeEach(() => {
    jest.useFakeTimers();
    TestBed.configureTestingModule({ providers: [Painter] });
    painter = TestBed.inject(Painter);
    worker = SilentWorker.last as SilentWorker;
    painter.hold({ name: 'paths', paths: set, colours: [], colourAt: set.plates, byTask: false });
    painter.want(view);
  });
  afterEach(() => jest.useRealTimers());

  it('has more painted than is in view, and the paths only once', () => {
    const [{ painting }] = asked();
    expect(painting.width).toBeGreaterThan(1000);
    expect(painting.eye).toEqual({ scale: 2, x: 220, y: 170 });
    painter.hold({ name: 'paths', paths: set, colours: [], colourAt: set.plates, byTask: false });
    expect(worker.posted.filter(({ type }) => type === 'set')).toHaveLength(1);
  });

  it('paints nothing while a view moves within what is painted, until it rests', () => {
    answer();
    for (let x = 100; x < 200; x += 10) painter.want({ ...view, eye: { ...view.eye, x } });
    expect(asked()).toHaveLength(1);
    jest.advanceTimersByTime(200);
    expect(asked()).toHaveLength(2);
    expect(asked()[1].painting.eye.x).toBe(190 + 120);
  });

  it('paints anew beyond it, at another scale, or in another style; one at a time, and last what was wanted last', () => {
    answer();
    painter.want({ ...view, eye: { ...view.eye, scale: 3 } });
    expect(asked()).toHaveLength(2);
    painter.want({ ...view, eye: { ...view.eye, scale: 4 } });
    painter.want({ ...view, style: 'filled' as const });
    expect(asked()).toHaveLength(2);
    answer();
    expect(asked()).toHaveLength(3);
    expect(asked()[2].painting).toMatchObject({ style: 'filled', eye: { scale: 2 } });
  });

  it('lets old bitmaps go, and all of them at its end', () => {
    const first = answer();
    painter.want({ ...view, marked: [1] });
    const second = answer();
    jest.advanceTimersByTime(600);
    expect(first.close).toHaveBeenCalled();
    TestBed.resetTestingModule();
    expect(second.close).toHaveBeenCalled();
    expect(worker.isTerminated).toBe(true);
  });
});

describe('nodes in view', () => {
  const box = { left: 0, top: 0, right: 100, bottom: 80 };

  it('are squares with handles, ticks, or none, by how far apart they are seen', () => {
    // Two nodes of a circle of radius 20, 40 pixels apart.
    const counts = (pixel: number) => {
      const { squares, ticks } = inView(set, box, pixel);
      return [squares.length / 2, ticks.length / 2];
    };
    expect([counts(1), counts(6)]).toEqual([
      [2, 0],
      [0, 2],
    ]);
    const none = inView(set, box, 20);
    expect(none).toMatchObject({ squares: [], ticks: [] });
    expect(none.from).toBeCloseTo(4 / 40, 6);
  });

  it('are those in view', () => {
    expect(inView(set, { left: 60, top: 0, right: 100, bottom: 80 }, 1).squares).toHaveLength(2);
    expect(inView(set, { left: 200, top: 0, right: 300, bottom: 80 }, 1).squares).toHaveLength(0);
  });
});

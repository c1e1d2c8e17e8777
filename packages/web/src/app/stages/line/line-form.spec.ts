import { TestBed } from '@angular/core/testing';
import { circleContour, contourOf, formContour, formsLike, packPaths } from '@drelk/core';
import { fakeWork, render, viewWith } from '../../../../testing/fake-work';
import { PathHand } from '../../job/path/path-hand';
import { LineForm } from './line-form';

/** A round hole that wobbles, and a rectangle of just 45 by 20 mm. */
const wobbly = circleContour({ x: 60, y: 60 }, 20.3);
wobbly.segments = Array.from({ length: 60 }, (_, k) => {
  const angle = ((k + 1) / 60) * 2 * Math.PI;
  const radius = 20.3 + 0.3 * Math.sin(5 * angle);
  return { kind: 'line' as const, x: 60 + radius * Math.cos(angle), y: 60 - radius * Math.sin(angle) };
}) as never;
const end = wobbly.segments[59];
wobbly.start = { x: end.x, y: end.y };
const rectangle = {
  kind: 'rectangle' as const,
  x: 200,
  y: 80,
  turn: 0,
  width: 90,
  height: 40,
  radius: 0,
  sides: 0,
};
const paths = packPaths([
  { outer: wobbly, holes: [] },
  { outer: formContour(rectangle), holes: [] },
]);

function work(number: number) {
  const fake = fakeWork(viewWith({ paths }));
  TestBed.inject(PathHand).pick(paths.ids[number], false);
  const formOf = () => formsLike(contourOf(fake.store.document()?.line.hand[1].contours[0] as never))[0].form;
  return { ...fake, ...render(LineForm), formOf };
}

describe('a true form', () => {
  it('is proposed with how far off it is, and taken by a click', () => {
    const { text, press, store, formOf } = work(0);
    expect(text()).toMatch(/circle, 20\.\d+ mm across ?off by 0\.\d+ mm/);
    press('circle');
    expect(formOf()).toMatchObject({ kind: 'circle' });
    expect(store.undoLabel()).toBe('A true circle');
    // What it is now is told from what was asked for, before it is among the paths.
    expect(text()).toContain('A true circle');
    press('make it 20 mm');
    expect(formOf().width).toBeCloseTo(40, 3);
  });

  it('has figures that can be typed; one that cannot be is told', () => {
    const { element, formOf, work: bench, fixture, store } = work(1);
    const type = (label: string, value: string) => {
      const field = [...element.querySelectorAll<HTMLElement>('mat-form-field')].find(
        (one) => one.textContent.trim() === label,
      );
      const input = field?.querySelector('input') as HTMLInputElement;
      input.value = value;
      input.dispatchEvent(new Event('input'));
      input.dispatchEvent(new Event('change'));
      fixture.detectChanges();
    };
    type('Width', '60 mm');
    type('Height', '25 mm');
    expect(formOf()).toMatchObject({ kind: 'rectangle' });
    expect(formOf().width).toBeCloseTo(120, 3);
    expect(formOf().height).toBeCloseTo(50, 3);
    type('Corner radius', '30 mm');
    expect(bench.problems.tell).toHaveBeenCalledTimes(1);
    expect(store.steps()).toHaveLength(2);
  });

  it('is made of all that are picked and have it, and those that have not are told', () => {
    const disc = (x: number, radius: number) => ({ outer: circleContour({ x, y: 30 }, radius), holes: [] });
    const many = packPaths([
      disc(30, 8.3),
      disc(60, 8.6),
      disc(90, 12),
      { outer: formContour(rectangle), holes: [] },
    ]);
    const { bench, problems, store } = fakeWork(viewWith({ paths: many }));
    const hand = TestBed.inject(PathHand);
    hand.pick(many.ids[0], false);
    for (const k of [3, 2, 1]) hand.pick(many.ids[k], true);
    const { element, fixture } = render(LineForm);
    expect(bench.picked().size).toBe(4);
    const input = element.querySelector('input') as HTMLInputElement;
    input.value = '8.5 mm';
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    fixture.detectChanges();
    const made = Object.values(store.document()?.line.hand ?? {}).flatMap(({ contours }) => contours);
    const forms = made.map((one) => formsLike(contourOf(one as never))[0].form);
    // Half a millimetre a pixel.
    expect(forms.map(({ width }) => Number(width.toFixed(3)))).toEqual([17, 17, 17]);
    expect(problems.note).toHaveBeenCalledWith('3 changed; 1 is no circle and stays as it is.');
    expect(store.steps()).toHaveLength(1);
  });
});

import { random } from '../../testing/pictures';
import type { Contour } from '../contour';
import { signedArea } from '../measured/measure';
import { fitContour } from '../../testing/forms';
import { FIGURES, type Form, distanceToForm, figureOf, formContour, withFigure } from './form';
import { formsLike } from './fit-form';

const base = { x: 120, y: 80, turn: 0.3, radius: 0, sides: 0 };
const FORMS: Record<string, Form> = {
  circle: { ...base, kind: 'circle', turn: 0, width: 60, height: 60 },
  slot: { ...base, kind: 'slot', width: 90, height: 24 },
  rectangle: { ...base, kind: 'rectangle', width: 90, height: 50 },
  'rounded rectangle': { ...base, kind: 'rectangle', width: 90, height: 50, radius: 9 },
  square: { ...base, kind: 'rectangle', width: 50, height: 50 },
  ellipse: { ...base, kind: 'ellipse', width: 90, height: 40 },
  triangle: { ...base, kind: 'polygon', width: 70, height: 70, sides: 3 },
  pentagon: { ...base, kind: 'polygon', width: 70, height: 70, sides: 5 },
  hexagon: { ...base, kind: 'polygon', width: 70, height: 70, sides: 6 },
};

/** A chain of short chords along a form, each place off by up to so much. */
function wobbly(form: Form, off: number): Contour {
  const next = random(9);
  return fitContour(formContour(form), 2, () => off * (2 * next() - 1));
}

describe.each(Object.entries(FORMS))('a %s', (_name, form) => {
  it('is a closed contour on which every place is nought from it', () => {
    const contour = formContour(form);
    const { x, y } = contour.segments[contour.segments.length - 1];
    expect([x, y]).toEqual([contour.start.x, contour.start.y]);
    expect(signedArea(contour)).toBeGreaterThan(0);
    for (const { x: px, y: py } of contour.segments) expect(distanceToForm(form, px, py)).toBeCloseTo(0, 6);
    expect(distanceToForm(form, form.x, form.y)).toBeLessThan(0);
  });

  it('is known again by itself, and where its contour wobbles', () => {
    const [exact] = formsLike(formContour(form));
    expect(exact.form).toMatchObject({ kind: form.kind, sides: form.sides });
    expect(exact.off).toBeLessThan(0.01);
    const [found] = formsLike(wobbly(form, 0.4));
    expect(found.form).toMatchObject({ kind: form.kind, sides: form.sides });
    for (const figure of FIGURES[form.kind])
      if (figure !== 'turn' && figure !== 'corner radius')
        expect(Math.abs(figureOf(found.form, figure) - figureOf(form, figure))).toBeLessThan(0.25);
    expect(Math.hypot(found.form.x - form.x, found.form.y - form.y)).toBeLessThan(0.15);
    expect(found.off).toBeLessThan(0.8);
  });
});

it('width is the side nearer to level, whichever is the longer, and figures are exact', () => {
  const upright: Form = { ...base, kind: 'rectangle', turn: 0, width: 300, height: 301.7, radius: 15 };
  const [{ form }] = formsLike(formContour(upright));
  for (const key of ['width', 'height', 'radius', 'turn'] as const)
    expect(form[key]).toBeCloseTo(upright[key], 4);
  const tall = formsLike(formContour({ ...upright, height: 500, turn: 0.2 }))[0].form;
  expect(tall.width).toBeCloseTo(300, 4);
  expect(tall.turn).toBeCloseTo(0.2, 6);
  const [round] = formsLike(formContour({ ...base, kind: 'circle', width: 36.0008, height: 36.0008 }));
  expect(round.form.kind).toBe('circle');
});

it('what is none of them is none', () => {
  const star: Contour = {
    start: { x: 50, y: 0 },
    segments: Array.from({ length: 10 }, (_, k) => {
      const [angle, radius] = [((k + 1) * Math.PI) / 5, k % 2 === 0 ? 20 : 50];
      return { kind: 'line' as const, x: radius * Math.cos(angle), y: radius * Math.sin(angle) };
    }),
    closed: true,
  };
  expect(formsLike(star)).toEqual([]);
  expect(formsLike({ ...formContour(FORMS['circle']), closed: false })).toEqual([]);
});

describe('typed figures', () => {
  it('drive a form about its middle', () => {
    const slot = withFigure(withFigure(FORMS['slot'], 'length', 100), 'width', 20);
    expect(slot).toMatchObject({ width: 100, height: 20, x: 120, y: 80 });
    expect(figureOf(slot, 'length')).toBe(100);
    expect(figureOf(slot, 'width')).toBe(20);
    const hexagon = withFigure(FORMS['hexagon'], 'across flats', 30);
    expect(figureOf(hexagon, 'across flats')).toBeCloseTo(30, 9);
    expect(figureOf(withFigure(hexagon, 'turn', 15), 'turn')).toBeCloseTo(15, 9);
  });

  it.each([
    ['slot', 'width', 95, 'longer than it is wide'],
    ['circle', 'diameter', 0, 'wider than nought'],
    ['rectangle', 'height', -3, 'wider than nought'],
    ['rounded rectangle', 'corner radius', 26, 'rounder than half'],
  ] as const)('of a %s: a %s of %d cannot be', (name, figure, value, says) => {
    expect(() => withFigure(FORMS[name], figure, value)).toThrow(says);
  });
});

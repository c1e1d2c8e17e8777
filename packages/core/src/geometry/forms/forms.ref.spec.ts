import { type Cv, loadOpenCv } from '../../testing/opencv';
import { fitContour } from '../../testing/forms';
import { random } from '../../testing/pictures';
import { formsLike } from './fit-form';
import { type Form, formContour } from './form';

/** Reference: fitEllipse and minAreaRect of the general computer-vision library, on the same places. */
describe('forms laid through places that wobble', () => {
  let cv: Cv;
  beforeAll(async () => {
    ({ cv } = await loadOpenCv());
  });
  const form: Form = {
    kind: 'ellipse',
    x: 200,
    y: 150,
    turn: 0.5,
    width: 160,
    height: 90,
    radius: 0,
    sides: 0,
  };
  const kinds = [
    ['ellipse', 'fitEllipse'],
    ['rectangle', 'minAreaRect'],
  ] as const;

  it.each(kinds)('%s: as near to the truth as the reference in the mean, or nearer', (kind, reference) => {
    const next = random(21);
    const offs = { ours: 0, theirs: 0 };
    const rounds = 20;
    for (let round = 0; round < rounds; round++) {
      const truth = { ...form, kind, turn: 0.05 + 1.2 * next() };
      const contour = fitContour(formContour(truth), 3, () => 1.2 * (next() - 0.5));
      const places = contour.segments.flatMap(({ x, y }) => [x, y]);
      const mat = cv.matFromArray(places.length / 2, 1, cv.CV_32FC2, places);
      const box = cv[reference](mat);
      mat.delete();
      const found = formsLike(contour).find((one) => one.form.kind === kind)?.form;
      const sides = [box.size.width, box.size.height].sort((a, b) => b - a);
      offs.theirs += Math.abs(sides[0] - truth.width) + Math.abs(sides[1] - truth.height);
      const own = [found?.width ?? Infinity, found?.height ?? Infinity].sort((a, b) => b - a);
      offs.ours += Math.abs(own[0] - truth.width) + Math.abs(own[1] - truth.height);
    }
    expect(offs.ours / rounds).toBeLessThan(0.3);
    expect(offs.ours).toBeLessThan(1.1 * offs.theirs);
  });
});

import { contoursOf, distancesBetween, indexRims, signedArea } from '../geometry';
import { quietContext } from '../context';
import { demoPicture, demoTruth } from '../testing/demo';
import { newMemory, startRun } from './graph';
import { pictureResult } from './steps';

/** The outside reference is the geometry that the generator rendered with a vector renderer that is not ours. */
describe.each([
  ['01-moth', 'png', 0.1, 0.75],
  // Needles thinner than a pixel are lost at this size, so their tips count for the mean only.
  ['02-moth-small', 'jpg', 0.15, 4],
  ['07-tin-label', 'png', 0.1, 4],
  ['09-sealing-ring', 'png', 0.1, 0.75],
])('the traced %s against what was drawn', (name, ending, meanAllowed, worstAllowed) => {
  it('has the same contours, area and boundary', async () => {
    const { document, decoded } = await demoPicture(`${name}.${ending}`);
    const result = startRun({ document, source: decoded }, newMemory(), quietContext).take(pictureResult);
    const truth = demoTruth(name);
    const found = result.artwork.traced.line.shapes;
    const area = (shapes: typeof truth) =>
      contoursOf(shapes).reduce((sum, contour) => sum + signedArea(contour), 0);
    const there = distancesBetween(contoursOf(found), contoursOf(truth), 0.5, 0.01);
    const back = distancesBetween(contoursOf(truth), contoursOf(found), 0.5, 0.01);
    const worst = [...there, ...back].reduce((most, distance) => Math.max(most, distance), 0);
    expect(found.length).toBe(truth.length);
    expect(contoursOf(found).length).toBe(contoursOf(truth).length);
    expect(Math.abs(area(found) / area(truth) - 1)).toBeLessThan(0.005);
    expect(there.reduce((sum, distance) => sum + distance, 0) / there.length).toBeLessThan(meanAllowed);
    expect(worst).toBeLessThan(worstAllowed);
    expect(result.facts.openPaths).toBe(0);
  });
});

it('follows a script with grains on its rims once around, without needles that were not drawn', async () => {
  const { document, decoded } = await demoPicture('04-open-late.jpg');
  const result = startRun({ document, source: decoded }, newMemory(), quietContext).take(pictureResult);
  expect(result.facts.nodes).toBeLessThan(260);
  const contours = contoursOf(result.artwork.traced.line.shapes);
  const sharpest = Math.min(...indexRims(contours).segments.map(({ turn }) => Math.PI - Math.abs(turn)));
  expect((sharpest * 180) / Math.PI).toBeGreaterThan(15);
});

import { fakeWork, render, viewWith } from '../../../../testing/fake-work';
import { LinePanel } from './line-panel';

it.each([
  [0, /off the ink’s rim\. /],
  [0.55, /off the ink’s rim; where pixels tell less of that \(.*\), [\d.]+ mm\./],
])('says how far off paths may be where pixels leave a rim unsure by %d pixels', (unsure, says) => {
  const { traced } = viewWith();
  fakeWork(viewWith(traced ? { traced: { ...traced, unsure } } : {}));
  expect(render(LinePanel).text()).toMatch(says);
});

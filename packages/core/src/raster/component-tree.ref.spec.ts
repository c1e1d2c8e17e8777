import { quietContext } from '../context';
import { type Cv, loadOpenCv } from '../testing/opencv';
import { random } from '../testing/pictures';
import { componentTree } from './component-tree';

/** Reference: connectedComponentsWithStats of the general computer-vision library, at each threshold. */
describe('the tree of components', () => {
  let cv: Cv;
  beforeAll(async () => {
    ({ cv } = await loadOpenCv());
  });

  it('holds the components of every threshold, with their areas and boxes', () => {
    const next = random(11);
    const [width, height] = [41, 29];
    const data = Uint8Array.from({ length: width * height }, () => Math.floor(12 * next()) * 20);
    const tree = componentTree({ width, height, data }, quietContext);
    for (let level = 0; level < 256; level += 20) {
      const alive = Array.from(tree.nodes).filter(
        (node) => data[node] <= level && (tree.parent[node] === node || data[tree.parent[node]] > level),
      );
      const mine = alive.map((node) =>
        [tree.area[node], tree.left[node], tree.top[node], tree.right[node], tree.bottom[node]].join(' '),
      );
      const mask = cv.matFromArray(
        height,
        width,
        cv.CV_8UC1,
        Array.from(data, (tone) => (tone <= level ? 255 : 0)),
      );
      const [labels, stats, centroids] = [new cv.Mat(), new cv.Mat(), new cv.Mat()];
      const count = cv.connectedComponentsWithStats(mask, labels, stats, centroids, 4, cv.CV_32S);
      const theirs = Array.from({ length: count - 1 }, (_, k) => {
        const [left, top, wide, high, area] = stats.data32S.subarray(5 * (k + 1), 5 * (k + 2));
        return [area, left, top, left + wide - 1, top + high - 1].join(' ');
      });
      expect(mine.sort()).toEqual(theirs.sort());
    }
  });

  it('counts sides along the rim and sums tones', () => {
    // A ring of eight dark pixels around a light one.
    const data = Uint8Array.of(9, 9, 9, 9, 200, 9, 9, 9, 9);
    const tree = componentTree({ width: 3, height: 3, data }, quietContext);
    const ring = Array.from(tree.nodes).find((node) => tree.area[node] === 8) ?? -1;
    expect([tree.sides[ring], tree.tones[ring]]).toEqual([16, 72]);
    expect(tree.nodes).toHaveLength(2);
  });
});

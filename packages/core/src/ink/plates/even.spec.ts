import { NONE } from './plate';
import { withoutFringes } from './even';

const [WIDTH, HEIGHT] = [40, 30];
const at = (x: number, y: number) => y * WIDTH + x;

/** Two broad areas with a seam of a third plate between them. */
function seamed(broad: number) {
  const even = new Uint8Array(WIDTH * HEIGHT);
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) even[at(x, y)] = x < 20 ? 0 : x < 20 + broad ? 2 : 1;
  return { width: WIDTH, height: HEIGHT, words: new Uint32Array(even.length), even };
}

describe('withoutFringes', () => {
  it('takes a thin seam away where its colour lies between those beside it', () => {
    const map = seamed(2);
    withoutFringes(map, () => true);
    expect(map.even[at(20, 15)]).toBe(NONE);
    expect([map.even[at(5, 15)], map.even[at(35, 15)]]).toEqual([0, 1]);
  });

  it('leaves a thin line of a colour of its own', () => {
    const map = seamed(2);
    withoutFringes(map, () => false);
    expect(map.even[at(20, 15)]).toBe(2);
  });

  it('leaves what is broad, whatever its colour', () => {
    const map = seamed(6);
    withoutFringes(map, () => true);
    expect(map.even[at(22, 15)]).toBe(2);
  });
});

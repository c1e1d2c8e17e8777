import fc from 'fast-check';
import { findRowChanges } from './runs';

/** The same, pixel by pixel. */
function slowly(data: Uint8Array, width: number, height: number, level: number): number[][] {
  return Array.from({ length: height }, (_, y) => {
    const changes: number[] = [];
    let ink = false;
    for (let x = 0; x <= width; x++) {
      const next = x < width && data[y * width + x] < level;
      if (next !== ink) changes.push(x);
      ink = next;
    }
    return changes;
  });
}

it('findRowChanges, four pixels at a time, finds what a pixel at a time finds', () => {
  const tones = fc.oneof(fc.constantFrom(0, 255), fc.integer({ min: 0, max: 255 }));
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 23 }),
      fc.array(tones, { minLength: 1, maxLength: 200 }),
      fc.integer({ min: -1, max: 257 }),
      (width, values, level) => {
        const height = Math.ceil(values.length / width);
        const data = new Uint8Array(width * height).fill(255);
        data.set(values);
        const { starts, at } = findRowChanges({ width, height, data }, level - 0.5);
        const found = Array.from({ length: height }, (_, y) => [...at.subarray(starts[y], starts[y + 1])]);
        expect(found).toEqual(slowly(data, width, height, level - 0.5));
      },
    ),
    { numRuns: 400 },
  );
});

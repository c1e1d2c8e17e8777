import type { GreyPicture } from './picture';

/** How many pixels have each of the 256 tones. */
export function histogram(grey: GreyPicture): Uint32Array {
  // Four tables side by side: neighbouring equal tones would otherwise wait for each other's increment.
  const counts = [0, 1, 2, 3].map(() => new Uint32Array(256));
  const [first, second, third, fourth] = counts;
  const data = grey.data;
  const whole = data.length & ~3;
  for (let i = 0; i < whole; i += 4) {
    first[data[i]]++;
    second[data[i + 1]]++;
    third[data[i + 2]]++;
    fourth[data[i + 3]]++;
  }
  for (let i = whole; i < data.length; i++) first[data[i]]++;
  return first.map((count, tone) => count + second[tone] + third[tone] + fourth[tone]);
}

import type { GreyPicture } from './picture';

/** How many pixels have each of the 256 tones. */
export function histogram(grey: GreyPicture): Uint32Array {
  // Four tables side by side: neighbouring equal tones would otherwise wait for each other's increment.
  const counts = [0, 1, 2, 3].map(() => new Uint32Array(256));
  const [first, second, third, fourth] = counts;
  const { data } = grey;
  const whole = data.length & ~3;
  const words = data.byteOffset & 3 ? undefined : new Int32Array(data.buffer, data.byteOffset, whole >> 2);
  // Words equal to the one before are counted as a run.
  let last = 0;
  let run = 0;
  const flush = () => {
    for (let k = 0; k < 4; k++) counts[k][(last >>> (8 * k)) & 255] += run;
  };
  for (let i = 0; i < whole; i += 4) {
    const word = words ? words[i >> 2] : 1;
    if (words && word === last) {
      run++;
      continue;
    }
    if (run > 0) flush();
    last = word;
    run = 0;
    first[data[i]]++;
    second[data[i + 1]]++;
    third[data[i + 2]]++;
    fourth[data[i + 3]]++;
  }
  if (run > 0) flush();
  for (let i = whole; i < data.length; i++) first[data[i]]++;
  return first.map((count, tone) => count + second[tone] + third[tone] + fourth[tone]);
}

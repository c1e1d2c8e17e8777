import { type Drawing, FORMAT_IDS, USUAL_CHOICES, handOff } from '@drelk/core';
import { median, now } from './measure';
import { strewn } from './rehearse';

const RUNS = 3;

/** Files of 2,000 contours on a sheet of 600 by 400 mm, read back and compared, in milliseconds; their sizes. */
export function handOffRows(): Record<string, Record<string, string>> {
  const drawing: Drawing = {
    frame: { left: 0, top: 0, right: 600, bottom: 400 },
    units: 'mm',
    paths: strewn(2000, 600, 400),
  };
  const rows = FORMAT_IDS.map((format) => [format.toUpperCase(), format, USUAL_CHOICES] as const);
  const smooth = { ...USUAL_CHOICES, png: { ...USUAL_CHOICES.png, shows: 'plates' } };
  return Object.fromEntries(
    [...rows, ['PNG in colour, 33 million pixels', 'png', smooth] as const].map(([name, format, chosen]) => {
      let bytes = 0;
      const times = Array.from({ length: RUNS }, () => {
        const begun = now();
        bytes = handOff(drawing, 'sheet', format, chosen).bytes.length;
        return now() - begun;
      });
      return [name, { 'in all': `${median(times).toFixed(0)} ms`, size: `${(bytes / 1e6).toFixed(2)} MB` }];
    }),
  );
}

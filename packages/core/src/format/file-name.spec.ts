import { fileNameFor } from './file-name';

it.each([
  ['Moth', 'Moth.svg'],
  ['Moth.svg', 'Moth.svg'],
  ['Moth.png', 'Moth.svg'],
  ['a "big" sign / night', 'a -big- sign - night.svg'],
  ['tea 🫖', 'tea 🫖.svg'],
  ['...', 'drelk-job.svg'],
  ['', 'drelk-job.svg'],
])('the file of a job called %j is %j', (name, file) => expect(fileNameFor(name, 'svg')).toBe(file));

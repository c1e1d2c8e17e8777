import { strFromU8, unzipSync } from 'fflate';
import { FORMAT_IDS, fileNameFor, freeName } from '../../format';
import { type JobDocument, newJob } from '../document/document';
import { changedSince, stateOf } from '../document/changed-since';
import { packageOf } from './package';
import { newMemory, startRun } from '../graph';
import { pictureResult } from '../steps';
import { quietContext } from '../../context';
import { coloured, drawn } from '../../testing/pictures';

const source = {
  blob: '',
  name: 'tin.png',
  kind: 'png' as const,
  width: 400,
  height: 300,
  density: 254,
  notes: [],
};
const job = (more: Partial<JobDocument> = {}): JobDocument => ({ ...newJob(source), name: 'Tin', ...more });
const picture = coloured(drawn(400, 300, (x, y) => Math.hypot(x - 200, y - 150) < 90));
const packed = (document: JobDocument) =>
  packageOf(
    document,
    startRun({ document, source: { key: 'tin', picture, reduction: 1 } }, newMemory(), quietContext).take(
      pictureResult,
    ),
  );

describe('a package', () => {
  it('holds one file of each kind, and a card that says what is to be done', () => {
    const { name, format, bytes } = packed(job());
    expect([name, format]).toEqual(['Tin.zip', 'zip']);
    const files = unzipSync(bytes);
    expect(Object.keys(files).sort()).toEqual(['Tin.dxf', 'Tin.pdf', 'Tin.png', 'Tin.svg', 'job-card.txt']);
    expect(Object.keys(files)).toHaveLength(FORMAT_IDS.length + 1);
    const card = strFromU8(files['job-card.txt']);
    for (const line of [
      'Process   laser',
      'Material  plywood 3 mm',
      'Tool      beam, kerf 0.2 mm',
      'cut through: 1 contours',
      'On the machine about',
      'Tin.svg: 1 closed contours, 18.00 x 18.00 mm',
    ])
      expect(card).toContain(line);
  });

  it('leaves a picture out that were too large, and says so', () => {
    const large = job({ handoff: { ...job().handoff, png: { ...job().handoff.png, density: 2400 } } });
    large.piece = { ...large.piece, length: 500 };
    const files = unzipSync(packed(large).bytes);
    expect(Object.keys(files)).not.toContain('Tin.png');
    expect(Object.keys(files)).toContain('Tin.pdf');
    expect(strFromU8(files['job-card.txt'])).toMatch(
      /No PNG: A picture of this piece at 2400 dpi has \d+ million pixels/,
    );
  });

  it('of the same job is the same bytes', () => expect(packed(job()).bytes).toEqual(packed(job()).bytes));

  it('has names that any system takes, whatever the job is called', () => {
    const files = unzipSync(packed(job({ name: 'Tee/“Motte” 茶.svg' })).bytes);
    expect(Object.keys(files)).toContain('Tee-“Motte” 茶.dxf');
  });
});

describe('names', () => {
  it('get their own ending, and none that is taken', () => {
    expect(fileNameFor('tea.zip', 'pdf')).toBe('tea.pdf');
    expect(freeName('tea.svg', [])).toBe('tea.svg');
    expect(freeName('tea.svg', ['tea.svg'])).toBe('tea 2.svg');
    expect(freeName('tea.svg', ['tea.svg', 'tea 2.svg', 'tea 3.dxf'])).toBe('tea 3.svg');
    expect(freeName('tea', ['tea'])).toBe('tea 2');
  });
});

describe('what has changed since', () => {
  it('is told by the parts of a job', () => {
    const before = job();
    const state = stateOf(before);
    expect(changedSince(state, before)).toEqual([]);
    expect(changedSince(state, { ...before, name: 'another', handoff: { ...before.handoff } })).toEqual([]);
    const after: JobDocument = { ...before, units: 'in', piece: { ...before.piece, length: 99 } };
    expect(changedSince(state, after)).toEqual(['Piece', 'the unit']);
    expect(changedSince({}, after)).toEqual([]);
    // A file of before paths were worked out as they are now.
    const { engine, ...older } = state;
    expect(changedSince(older, before)).toEqual(['how Drelk works paths out']);
    expect(changedSince({ ...older, engine }, before)).toEqual([]);
  });
});

import { quietContext } from '../context';
import { FORMAT_IDS } from '../format';
import { tracedAnchor } from '../line';
import { ARTWORK_ITEM } from '../piece';
import { coloured, drawn } from '../testing/pictures';
import { type JobDocument, newJob } from './document/document';
import { newMemory, startRun } from './graph';
import { handOffFile } from './handed/hand-off-file';
import { inkResult, pictureResult, squared } from './steps';

const picture = coloured(
  drawn(100, 80, (x, y) => Math.hypot(x - 50, y - 40) < 30 && Math.hypot(x - 55, y - 40) > 12),
);
const source = {
  blob: '',
  name: 'ring-of-tea.png',
  kind: 'png',
  width: 100,
  height: 80,
  density: 254,
  notes: [],
};
const decoded = { key: 'ring', picture, reduction: 1 };
const job = newJob(source);
const run = (document: JobDocument, memory = newMemory()) =>
  startRun({ document, source: decoded }, memory, quietContext).take(pictureResult);

describe('a run of a job', () => {
  it('names a job after its file', () => expect(job.name).toBe('Ring of tea'));

  it('takes the size from the density: 254 dpi is a tenth of a millimetre a pixel', () => {
    const { piece } = run(job);
    expect(piece.scale.source).toBe('file');
    expect(piece.frame.right).toBeCloseTo(6, 2);
  });

  it.each([
    ['artwork', 'width', 60, 60],
    ['artwork', 'height', 30, 30],
    ['picture', 'width', 100, 100],
    ['picture', 'height', 160, 200],
  ] as const)('makes the %s’s %s exactly %d mm', (by, edge, length, width) => {
    const { piece } = run({ ...job, piece: { ...job.piece, by, edge, length } });
    expect(piece.frame.right).toBeCloseTo(width, 6);
    expect(piece.scale.source).toBe('length');
  });

  it('does along single contours what the hand said, in another trace too', () => {
    const { artwork } = run(job);
    const from = tracedAnchor(artwork.paths, 1, artwork.toSource);
    const items = { 1: { ...ARTWORK_ITEM, picked: [{ from, task: 'score' as const }] } };
    for (const smoothness of [0.8, 2.5]) {
      const { piece } = run({ ...job, line: { ...job.line, smoothness }, piece: { ...job.piece, items } });
      expect(piece.paths.map(({ task, shape }) => [task, shape.holes.length])).toEqual([
        ['cut-through', 0],
        ['score', 0],
      ]);
    }
    // The outer one by itself: its hole stays as it was.
    const outer = tracedAnchor(artwork.paths, 0, artwork.toSource);
    const rim = { 1: { ...ARTWORK_ITEM, picked: [{ from: outer, task: 'engrave' as const }] } };
    expect(run({ ...job, piece: { ...job.piece, items: rim } }).piece.paths.map(({ task }) => task)).toEqual([
      'engrave',
      'cut-through',
    ]);
    // Of another parity, it is another contour.
    const other = {
      1: { ...ARTWORK_ITEM, picked: [{ from: { ...from, hole: false }, task: 'score' as const }] },
    };
    const { piece, proof } = run({ ...job, piece: { ...job.piece, items: other } });
    expect(piece.paths.map(({ task }) => task)).toEqual(['cut-through']);
    // It is named where it was not found.
    expect(proof.findings).toContainEqual(
      expect.objectContaining({ kind: 'lost-tasks', severity: 'note', count: 1 }),
    );
  });

  it('gives picture and ink by themselves, which are those of the result', () => {
    const memory = newMemory();
    const begun = () => startRun({ document: job, source: decoded }, memory, quietContext);
    const early = begun();
    const [first, ink] = [early.take(squared), early.take(inkResult)];
    expect(Object.values(early.timing()).every((milliseconds) => milliseconds === 0)).toBe(true);
    const { traced } = begun().take(pictureResult).artwork;
    expect(traced.picture).toBe(first);
    expect(traced.ink.ink).toBe(ink.ink);
  });

  it('works out only what a change touches', () => {
    const memory = newMemory();
    const first = run(job, memory);
    const wider = run({ ...job, piece: { ...job.piece, length: 50 } }, memory);
    expect(wider.artwork.traced.line).toBe(first.artwork.traced.line);
    const smoother = run({ ...job, line: { ...job.line, smoothness: 2 } }, memory);
    expect(smoother.artwork.traced.contours).toBe(first.artwork.traced.contours);
    expect(smoother.artwork.traced.line).not.toBe(first.artwork.traced.line);
    const darker = run({ ...job, ink: { ...job.ink, threshold: 60 } }, memory);
    expect(darker.artwork.traced.ink.ink).not.toBe(first.artwork.traced.ink.ink);
    expect(darker.artwork.traced.picture).toBe(first.artwork.traced.picture);
    expect(run(job, memory).artwork.traced.ink.ink).toBe(first.artwork.traced.ink.ink);
  });

  it('means a tolerance in millimetres at the size the piece has', () => {
    const at = (length: number) =>
      run({ ...job, line: { ...job.line, tolerance: 0.1 }, piece: { ...job.piece, length } }).artwork.traced
        .tolerance;
    expect(at(60)).toBeCloseTo(0.1, 2);
    expect(at(6)).toBeCloseTo(1, 1);
    expect(run(job).artwork.traced.tolerance).toBeCloseTo(1 / 3);
  });

  it('gives the same bytes for the same document and pixels', () => {
    for (const format of FORMAT_IDS) {
      expect(handOffFile(job, run(job), format).bytes).toEqual(handOffFile(job, run(job), format).bytes);
    }
  });

  it('turns and mirrors the picture before anything else', () => {
    const { picture: turned, line } = run({ ...job, square: { ...job.square, turn: 1 } }).artwork.traced;
    expect([turned.width, turned.height]).toEqual([80, 100]);
    expect(line.shapes[0].holes[0].start.y).toBeLessThan(50);
  });

  it('counts what people look at', () => {
    expect(run(job).facts).toMatchObject({ shapes: 1, holes: 1, contours: 2, nodes: 4, openPaths: 0 });
  });

  it('refuses a size that cannot be made', () => {
    expect(() => run({ ...job, piece: { ...job.piece, length: 1e9 } })).toThrow('cannot be made');
  });
});

describe('handOffFile', () => {
  it.each(FORMAT_IDS)('reads the %s back and finds it as meant', (format) => {
    const { readBack, name } = handOffFile(job, run(job), format);
    expect(name).toBe(`Ring of tea.${format}`);
    expect(readBack).toMatchObject({ contours: 2, lines: 0 });
    // A picture is looked at a pixel and a half beside its rims.
    expect(readBack.worst).toBeLessThan(format === 'png' ? (1.6 * 25.4) / 300 : 0.01);
    expect(readBack.area).toBeCloseTo(Math.PI * (3 ** 2 - 1.2 ** 2), 1);
  });
});

it('proves: no true size, coarse pixels', () => {
  const kinds = (document: JobDocument) => run(document).proof.findings.map((finding) => finding.kind);
  expect(kinds({ ...job, source: { ...source, density: null } })).toEqual(['no-true-size']);
  expect(kinds({ ...job, piece: { ...job.piece, length: 380 } })).toEqual(['coarse']);
  expect(kinds({ ...job, piece: { ...job.piece, length: 600 } })).toEqual(['outside-bed', 'coarse']);
  expect(kinds({ ...job, piece: { ...job.piece, length: 20 } })).toEqual([]);
  // As large as its file says, its ring is 1.3 mm thick where it is thinnest.
  expect(kinds(job)).toEqual(['wall']);
});

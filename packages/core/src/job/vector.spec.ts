import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { quietContext } from '../context';
import { contoursDrawn, formatOf, readDxf, readSvg } from '../format';
import { shapesIn } from '../geometry';
import { dropContours, withHoles } from '../line';
import { DEMO } from '../testing/demo';
import { TOOLS, board, text } from '../testing/pieces';
import { type JobDocument, newJob } from './document/document';
import { newMemory, startRun } from './graph';
import { handOffFile } from './handed/hand-off-file';
import { vectorResult } from './steps';
import { checkNotEmpty } from './outside/tidy-file';
import { VECTOR_DEFAULTS, type VectorSettings } from './document/vector-settings';

const about = (name: string) => ({
  blob: '',
  name,
  kind: 'svg',
  width: 1,
  height: 1,
  density: null,
  notes: [],
});
const jobOn = (text: string | Buffer, settings: Partial<VectorSettings> = {}) => {
  const name = 'my_old-file.svg';
  const source = { key: 'file', name, bytes: Buffer.from(text) };
  const memory = newMemory();
  const document = newJob(about(name), { ...VECTOR_DEFAULTS, ...settings });
  return {
    document,
    run: (of: JobDocument = document) =>
      startRun({ document: of, source }, memory, quietContext).take(vectorResult),
  };
};
const COLOURS =
  '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="50mm" viewBox="0 0 100 50">' +
  '<g id="cut" fill="#d03020"><rect x="10" y="10" width="30" height="20"/></g>' +
  '<g id="mark" fill="#d03020"><circle cx="70" cy="20" r="8"/><circle cx="70" cy="20" r="3" fill="#fff"/></g></svg>';

describe('a job that begins with a vector file', () => {
  it('has its size, its contours and no picture', () => {
    const { document, run } = jobOn(COLOURS);
    const { facts, artwork, piece, proof } = run();
    expect(document.name).toBe('My old file');
    expect(facts).toMatchObject({ shapes: 2, holes: 1, openPaths: 0, match: undefined, off: undefined });
    expect(facts.width).toBeCloseTo(68, 6);
    expect(artwork.frame).toEqual({
      left: 0,
      top: 0,
      right: expect.closeTo(100, 9),
      bottom: expect.closeTo(50, 9),
    });
    expect(piece.scale).toEqual({ millimetresPerPixel: 1, source: 'file' });
    expect(proof.findings).toEqual([]);
  });

  it('is taken in where areas of one size lie across one another', () => {
    const { run } = jobOn(
      '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">' +
        '<circle cx="20" cy="20" r="12"/><circle cx="32" cy="20" r="12"/></svg>',
    );
    expect(run().facts.contours).toBe(2);
  });

  it('has its layers as plates, told apart though their colour is the same, each to be left out', () => {
    const { document, run } = jobOn(COLOURS);
    const { plates, file } = run().artwork;
    expect(plates.map(({ name }) => name)).toEqual(['cut', 'mark']);
    expect(new Set(plates.map(({ colour }) => colour)).size).toBe(2);
    expect(file.plates.map(({ shapes }) => shapes)).toEqual([1, 1]);
    const without = { ...document, vector: { ...VECTOR_DEFAULTS, without: ['mark'] } };
    expect(run(without).facts).toMatchObject({ shapes: 1, holes: 0 });
  });

  it('has one plate for colours of a layer that nobody tells apart', () => {
    const black = ['#050507', '#0a0a0c', '#101014', '#d03020'].map(
      (colour, k) => `<rect x="${20 * k}" width="9" height="9" fill="${colour}"/>`,
    );
    const { plates, file } = jobOn(
      `<svg width="90mm" height="9mm" viewBox="0 0 90 9">${black.join('')}</svg>`,
    ).run().artwork;
    expect(plates.map(({ name }) => name)).toEqual(['black', 'red']);
    expect(file.plates.map(({ shapes }) => shapes)).toEqual([3, 1]);
  });

  it('keeps what the hand did to it, and brings it on when the file is tidied otherwise', () => {
    const { document, run } = jobOn(readFileSync(join(DEMO, 'pictures/12-old-lettering.dxf')));
    const { artwork } = run();
    const before = shapesIn(artwork.paths).length;
    const hand = {};
    const whole = withHoles(artwork.paths, new Set([artwork.paths.ids[0]]));
    dropContours(hand, { paths: artwork.paths, toSource: artwork.toSource, colours: [] }, whole);
    const edited = { ...document, line: { ...document.line, hand } };
    expect(run(edited).facts).toMatchObject({ shapes: before - 1, parked: 0 });
    const simpler = { ...edited, vector: { ...VECTOR_DEFAULTS, simplify: 0.05 } };
    expect(run(simpler).facts).toMatchObject({ shapes: before - 1, parked: 0 });
    expect(run(simpler).facts.nodes).toBeLessThan(run(edited).facts.nodes / 5);
  });

  it('has a unit where one is said, and a size where one is typed', () => {
    const fragment = '0\nCIRCLE\n8\n0\n10\n5\n20\n5\n40\n2\n';
    expect(jobOn(fragment).run().facts.width).toBeCloseTo(4, 9);
    const { document, run } = jobOn(fragment, { millimetresPerUnit: 25.4 });
    expect(run().facts.width).toBeCloseTo(101.6, 6);
    const typed = { piece: { ...document.piece, length: 30 } };
    expect(run({ ...document, ...typed }).facts.width).toBeCloseTo(30, 9);
  });

  it('is handed off in both formats, read back, with its colours', () => {
    const { document, run } = jobOn(COLOURS);
    const result = run();
    const svg = handOffFile(document, result, 'svg');
    const back = readSvg(Buffer.from(svg.bytes).toString());
    expect(contoursDrawn(back)).toHaveLength(3);
    expect(back.paths.map(({ colour }) => colour)[0]).toBe('#d03020');
    const dxf = handOffFile(document, result, 'dxf');
    expect(contoursDrawn(readDxf(Buffer.from(dxf.bytes).toString()))).toHaveLength(3);
    expect(formatOf('dxf').readBack(dxf.bytes).paths).toHaveLength(3);
  });

  it('says what is wrong with a file that has nothing to cut', () => {
    const written = '<svg width="9" height="9"><text x="1" y="5">Tea</text></svg>';
    expect(() => jobOn(written).run()).toThrow('has nothing to cut: just texts (1)');
    expect(() => checkNotEmpty(0, 'a.svg', {})).toThrow('has nothing to cut.');
  });

  it('an empty page is a piece to lay things on', () => {
    const { document, run } = jobOn('<svg width="9mm" height="9mm"/>');
    expect(run().piece.paths).toEqual([]);
    const items = { ...document.piece.items, 2: board({ width: 100, height: 60 }), 3: text(2, 'Tea') };
    const { piece, facts } = startRun(
      {
        document: { ...document, piece: { ...document.piece, items } },
        source: { key: 'empty', name: 'a.svg', bytes: Buffer.from('<svg width="9mm" height="9mm"/>') },
        fonts: TOOLS.fonts,
      },
      newMemory(),
      quietContext,
    ).take(vectorResult);
    expect(piece.frame).toEqual({ left: 0, top: 0, right: 100, bottom: 60 });
    expect(new Set(piece.paths.map(({ task }) => task))).toEqual(new Set(['cut-through', 'pocket']));
    expect(facts).toMatchObject({ width: 100, height: 60, match: undefined });
    const without = run({ ...document, piece: { ...document.piece, items } });
    expect(without.proof.findings.map(({ message }) => message)).toEqual([
      '“Tea” is not on the piece: The font of this text is not there.',
    ]);
  });

  it('a page without height, of one level line, still has room', () => {
    const { artwork, facts } = jobOn('0\nLINE\n8\n0\n10\n0\n20\n0\n11\n50\n21\n0\n').run();
    expect(artwork.frame.bottom).toBeGreaterThan(1);
    expect(facts.openPaths).toBe(1);
  });
});

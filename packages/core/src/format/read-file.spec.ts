import { READ_LIMITS, Reading } from './reading';
import { readSvg } from './svg/read';
import { readVectorFile, vectorKind } from './read-file';

const bytes = (text: string) => Buffer.from(text, 'latin1');

it.each([
  ['a binary DXF', bytes('Drawing  Binary DXF\r\n\x1a\0\0\0'), 'is a binary DXF'],
  ['a DWG', bytes('AC1027\0\0\0\0\0'), 'is a DWG'],
  ['packed SVG', bytes('\x1f\x8b\x08\0'), 'is packed'],
  ['a picture', bytes('\x89PNG\r\n\x1a\n'), 'is neither an SVG nor a DXF'],
  ['nothing', bytes(''), 'is neither an SVG nor a DXF'],
  ['another XML', bytes('<html/>'), 'has no svg element'],
  ['broken XML', bytes('<svg><path'), 'is no whole XML'],
  ['numbers without entities', bytes('0\nSECTION\n2\nHEADER\n0\nENDSEC\n'), 'has no DXF entities'],
])('%s is refused with a sentence', (_name, file, message) => {
  expect(() => readVectorFile(file, 'x.dxf')).toThrow(message);
});

it('goes by what is in a file, not by its name', () => {
  expect(vectorKind(bytes('  999\nmade by hand\n0\nSECTION'), 'a.svg')).toBe('dxf');
  expect(vectorKind(bytes('\xef\xbb\xbf<?xml version="1.0"?><svg/>'), 'a.dxf')).toBe('svg');
});

it('reads names in whatever letters they are written', () => {
  const svg = '<svg width="9mm" height="9mm"><g id="Straße"><path d="M0 0H1V1Z"/></g></svg>';
  const layers = [
    Buffer.from(svg, 'utf8'),
    Buffer.from(svg, 'latin1'),
    Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(svg, 'utf16le')]),
  ].map((file) => readVectorFile(file, 'a.svg').paths[0].layer);
  expect(layers).toEqual(['Straße', 'Straße', 'Straße']);
});

describe('limits', () => {
  it('of bytes', () => {
    const large = { length: 65 * 1024 * 1024 } as Uint8Array;
    expect(() => readVectorFile(large, 'a.svg')).toThrow('65 MB; up to 64 MB');
  });

  it('of segments', () => {
    const row = `<svg width="9mm" height="9mm"><path d="M0 0${'h1v1'.repeat(600)}"/></svg>`;
    const few = new Reading(row.length, () => 0, { ...READ_LIMITS, segments: 1000 });
    expect(() => readSvg(row, few)).toThrow('more than 1,000 segments');
    const many = '0\nBLOCK\n2\na\n0\nLINE\n11\n1\n0\nENDBLK\n';
    const grid = `0\nSECTION\n2\nBLOCKS\n${many}0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n2\na\n70\n30000\n71\n30000\n0\nENDSEC\n`;
    expect(() => readVectorFile(Buffer.from(grid), 'a.dxf')).toThrow('more than 2,000,000 segments');
  });

  it('of time', () => {
    let time = 0;
    const now = () => (time += 6000);
    const row = Buffer.from(`<svg width="9mm" height="9mm"><path d="M0 0${'h1v1'.repeat(5000)}"/></svg>`);
    expect(() => readVectorFile(row, 'a.svg', { now })).toThrow('longer than 10 seconds');
  });
});

describe('what files go through', () => {
  const svg = (body: string, head = '') =>
    `${head}<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="100mm" viewBox="0 0 100 100">${body}</svg>`;
  const read = (text: string, name = 'a.svg') => readVectorFile(new TextEncoder().encode(text), name);

  // XML 1.0 (fifth edition), section 4.4: what general entities stand for.
  it('entities that a file declares are put in, and none makes it very much longer', () => {
    const declared = '<!DOCTYPE svg [<!ENTITY p "M10 10H50&v;"><!ENTITY v "V50Z">]>';
    expect(read(svg('<path d="&p;"/>', declared)).paths[0].contours[0].segments).toHaveLength(3);
    const bomb = `<!DOCTYPE svg [${['a', 'b', 'c', 'd'].map((n, k) => `<!ENTITY ${n} "${`&${'bcde'[k]};`.repeat(20)}">`).join('')}<!ENTITY e "M0 0">]>`;
    expect(() => read(svg('<path d="&a;&a;&a;&a;"/>', bomb))).toThrow('entities of this file');
  });

  it('a file that ends before its end is told as cut short', () => {
    const whole = svg('<path d="M10 10H50V50Z"/>');
    expect(read(whole).left).toEqual({});
    expect(read(whole.slice(0, -6)).left).toEqual({ 'files cut short': 1 });
    const dxf = '0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n8\n0\n10\n1\n20\n2\n40\n3\n0\nENDSEC\n0\nEOF\n';
    expect(read(dxf, 'a.dxf').left).toEqual({});
    expect(read(dxf.replace('0\nENDSEC\n0\nEOF\n', ''), 'a.dxf').left).toEqual({ 'files cut short': 1 });
    // A fragment has no end.
    expect(read('0\nCIRCLE\n8\n0\n10\n1\n20\n2\n40\n3\n', 'a.dxf').left).toEqual({});
  });

  it('a hatch over its outline is no second contour, and one by itself is', () => {
    const square = '10\n0\n20\n0\n10\n40\n20\n0\n10\n40\n20\n40\n10\n0\n20\n40\n';
    const outline = `0\nLWPOLYLINE\n8\nA\n90\n4\n70\n1\n${square}`;
    const hatch = `0\nHATCH\n8\nB\n10\n0\n20\n0\n30\n0\n2\nSOLID\n70\n1\n71\n0\n91\n1\n92\n2\n72\n0\n73\n1\n93\n4\n${square}97\n0\n75\n0\n76\n1\n98\n0\n`;
    const file = (body: string) => `0\nSECTION\n2\nENTITIES\n${body}0\nENDSEC\n0\nEOF\n`;
    const both = read(file(hatch + outline), 'a.dxf');
    expect([both.paths.map(({ layer }) => layer), both.left]).toEqual([
      ['A'],
      { 'hatches over their outlines': 1 },
    ]);
    expect(read(file(hatch), 'a.dxf').paths).toHaveLength(1);
  });
});

import DxfParser from 'dxf-parser';
import { quietContext } from '../../context';
import { contoursDrawn, readDxf, readSvg, readVectorFile } from '../../format';
import { TIDY_DEFAULTS } from '../../line';
import { tidied, writeTidied } from './tidy-file';

const tidy = (text: string, name: string) => {
  const drawing = readVectorFile(Buffer.from(text), name);
  return { drawing, shapes: tidied(drawing, name, TIDY_DEFAULTS, quietContext).shapes };
};
const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="4in" height="2in" viewBox="-10 -5 40 20">' +
  '<g id="Straße &amp; „Co“" fill="none" stroke="#00ff00" stroke-width=".1"><path d="M1.2345 2H11V9Z"/></g>' +
  '<path d="M12 0C14 0 16 4 14 6S12 3 12 0Z"/><circle cx="20" cy="4" r="3"/></svg>';

describe('coordinates, layers and colours are kept', () => {
  it('SVG to SVG', () => {
    const { drawing, shapes } = tidy(SVG, 'a.svg');
    const text = writeTidied(shapes, drawing, 'svg', 'r12');
    expect(text).toContain('width="4in" height="2in" viewBox="-10 -5 40 20"');
    expect(text).toContain('M1.2345 2');
    const back = readSvg(text);
    expect(back.paths.map(({ colour, paint }) => [colour, paint])).toEqual([
      ['#00ff00', 'line'],
      ['#000000', 'area'],
      ['#000000', 'area'],
    ]);
    expect(text).toMatch(/id="Stra&#223;e/);
  });

  it('DXF to DXF, in its own unit, y up', () => {
    const file = `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n6\n0\nENDSEC\n0\nSECTION\n2\nTABLES\n0\nTABLE\n2\nLAYER\n0\nLAYER\n2\nPARTS\n70\n0\n62\n3\n0\nENDTAB\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nCIRCLE\n8\nPARTS\n10\n1.5\n20\n-2.25\n40\n0.5\n0\nLINE\n8\nPARTS\n62\n1\n10\n0\n20\n0\n11\n1\n21\n1\n0\nENDSEC\n0\nEOF\n`;
    const { drawing, shapes } = tidy(file, 'a.dxf');
    for (const release of ['r12', '2000'] as const) {
      const text = writeTidied(shapes, drawing, 'dxf', release);
      const parsed = new DxfParser().parseSync(text);
      expect(parsed?.header['$INSUNITS']).toBe(6);
      expect(parsed?.entities[0]).toMatchObject({
        type: 'CIRCLE',
        layer: 'PARTS',
        center: { x: 1.5, y: -2.25 },
        radius: 0.5,
      });
      const back = readDxf(text);
      expect(back.paths.map(({ layer, colour }) => [layer, colour])).toEqual([
        ['PARTS', '#00ff00'],
        ['PARTS', '#ff0000'],
      ]);
    }
  });

  it('a file without a unit stays one, unless its unit was said', () => {
    const file = '0\nCIRCLE\n8\n0\n10\n1\n20\n2\n40\n3\n';
    const { drawing, shapes } = tidy(file, 'a.dxf');
    expect(readDxf(writeTidied(shapes, drawing, 'dxf', 'r12')).unit).toBeNull();
    const inches = readVectorFile(Buffer.from(file), 'a.dxf', { millimetresPerUnit: 25.4 });
    const own = tidied(inches, 'a', TIDY_DEFAULTS, quietContext).shapes;
    const back = readDxf(writeTidied(own, inches, 'dxf', 'r12'));
    expect([back.unit, back.page.right]).toEqual(['in', 4 * 25.4]);
  });
});

it('from one format to the other, at the same size', () => {
  const { drawing, shapes } = tidy(SVG, 'a.svg');
  const back = readDxf(writeTidied(shapes, drawing, 'dxf', '2000'));
  expect(back.unit).toBe('in');
  expect(contoursDrawn(back)).toHaveLength(3);
  expect(back.page.right - back.page.left).toBeCloseTo(((23 - 1.2345) * 4 * 25.4) / 40, 3);
});

it('shapes are written in the order in which they are painted, lines and areas of one colour by turns', () => {
  const { drawing, shapes } = tidy(
    '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="60mm" viewBox="0 0 60 60"><g id="a" fill="none" stroke="#111" stroke-width=".1">' +
      '<path d="M0 0H9"/><rect x="20" width="9" height="9"/></g><g id="b" fill="none" stroke="#111" stroke-width="2"><path d="M0 30H9"/></g></svg>',
    'a.svg',
  );
  const mixed = [shapes[2], shapes[0], shapes[1], shapes[0]];
  const back = readSvg(writeTidied(mixed, drawing, 'svg', 'r12'));
  expect(back.paths.map(({ layer }) => layer)).toEqual(['b', 'a', 'a-2', 'a-3']);
});

it('a name that a layer may not have becomes one that it may', () => {
  const { drawing, shapes } = tidy(SVG, 'a.svg');
  const text = writeTidied(shapes, drawing, 'dxf', 'r12');
  expect(readDxf(text).paths[0].layer).toMatch(/^[A-Za-z0-9_$-]{1,31}$/);
  expect(readDxf(writeTidied(shapes, drawing, 'dxf', '2000')).paths[0].layer).toBe('Straße & „Co“');
});

it('nothing to cut is said, with what there was instead', () => {
  expect(() => tidy('<svg width="9" height="9"><text>tea</text></svg>', 'a.svg')).toThrow(
    '“a.svg” has nothing to cut: just texts (1).',
  );
});

import fc from 'fast-check';
import sharp from 'sharp';
import { type Contour, type Segment, boxOf, circleContour, contourLength, signedArea } from '../../geometry';
import { block } from '../../testing/contours';
import type { Drawing, DrawingPath } from '../drawing';
import { contoursDrawn } from '../vector-drawing';
import { readSvg } from './read';
import { writeSvg } from './write';

const place = fc.double({ min: 0, max: 100, noNaN: true });
const segment: fc.Arbitrary<Segment> = fc.oneof(
  fc.record({ kind: fc.constant('line' as const), x: place, y: place }),
  fc.record({
    kind: fc.constant('cubic' as const),
    x: place,
    y: place,
    x1: place,
    y1: place,
    x2: place,
    y2: place,
  }),
);

const drawing = (contours: Contour[], units: 'mm' | 'in' = 'mm'): Drawing => ({
  frame: { left: 0, top: 0, right: 100, bottom: 80 },
  units,
  paths: [{ task: 'cut-through', shape: { outer: contours[0], holes: contours.slice(1) } }],
});

describe('writeSvg', () => {
  it('states its size in millimetres and keeps holes with their shape', () => {
    const svg = writeSvg(
      drawing([circleContour({ x: 50, y: 40 }, 30), circleContour({ x: 50, y: 40 }, 10, true)]),
    );
    expect(svg).toContain('width="100mm" height="80mm" viewBox="0 0 100 80"');
    expect(svg.match(/<path/g)).toHaveLength(1);
    expect(svg.match(/M/g)).toHaveLength(2);
    expect(svg).not.toMatch(/script|metadata|<!--/);
  });

  it('fills a board but not its windows, though they are paths of their own; a renderer shows them', async () => {
    const cut = (outer: Contour): DrawingPath => ({ task: 'cut-through', shape: { outer, holes: [] } });
    const paths = [
      cut(block(0, 0, 60, 40)),
      cut(circleContour({ x: 20, y: 20 }, 10)),
      cut(circleContour({ x: 45, y: 20 }, 8)),
      cut(circleContour({ x: 45, y: 20 }, 4)),
    ];
    const svg = writeSvg({ frame: { left: 0, top: 0, right: 60, bottom: 40 }, units: 'mm', paths });
    expect(contoursDrawn(readSvg(svg))).toHaveLength(4);
    const { data, info } = await sharp(Buffer.from(svg), { density: 72 })
      .flatten({ background: '#fff' })
      .greyscale()
      .resize(60, 40, { fit: 'fill' })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const tone = (x: number, y: number) => data[y * info.width + x];
    expect([tone(3, 3), tone(20, 20), tone(45, 14), tone(45, 20)].map((one) => one > 128)).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });

  it('says inches where the job is in inches, its coordinates staying millimetres', () => {
    const svg = writeSvg(drawing([circleContour({ x: 50, y: 40 }, 30)], 'in'));
    expect(svg).toContain('width="3.93701in"');
    expect(svg).toContain('viewBox="0 0 100 80"');
  });

  it('comes back as it went, to the third decimal', () => {
    fc.assert(
      fc.property(place, place, fc.array(segment, { minLength: 2, maxLength: 8 }), (x, y, segments) => {
        const contour: Contour = {
          start: { x, y },
          segments: [...segments, { kind: 'line', x, y }],
          closed: true,
        };
        const [back] = contoursDrawn(readSvg(writeSvg(drawing([contour]))));
        expect(back.closed).toBe(true);
        expect(Math.abs(signedArea(back) - signedArea(contour))).toBeLessThan(0.5);
        expect(Math.abs(contourLength(back) - contourLength(contour))).toBeLessThan(
          0.02 * segments.length + 0.05,
        );
      }),
    );
  });

  it('keeps circles round to a thousandth', () => {
    const [back] = contoursDrawn(
      readSvg(writeSvg(drawing([circleContour({ x: 33.3333, y: 40.123456 }, 27.654321)]))),
    );
    const box = boxOf([back]);
    expect(box?.left).toBeCloseTo(33.3333 - 27.654321, 2);
    expect(signedArea(back)).toBeCloseTo(Math.PI * 27.654321 ** 2, 0);
  });
});

describe('readSvg', () => {
  it.each([
    ['no svg', '<html/>'],
    ['a page without size', '<svg width="0" height="1mm"/>'],
  ])('says what is wrong with %s', (_name, text) => {
    expect(() => readSvg(text)).toThrow(/SVG|svg/);
  });

  it('does not expand entities', () => {
    const bomb =
      '<!DOCTYPE svg [<!ENTITY a "M0 0H9V9Z">]><svg viewBox="0 0 1 1" width="1mm"><path d="M0 0H1V1Z" id="&a;"/></svg>';
    expect(contoursDrawn(readSvg(bomb))).toHaveLength(1);
  });
});

import { create } from 'fontkit';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import DxfParser, { type ICircleEntity, type IPolylineEntity } from 'dxf-parser';
import {
  circleContour,
  contourLength,
  contoursDrawn,
  contoursOf,
  isInside,
  openFont,
  pathData,
  placeContour,
  readPathData,
  readSvg,
  setText,
  SHIPPED_FONTS,
  signedArea,
  textShapes,
  type Contour,
  type Segment,
  type Shape,
  worstDistance,
} from '@drelk/core';
import { random } from '../packages/core/src/testing/pictures';
import { expect, root, test } from './support/server';

/**
 * The files of the command line, read by a browser (SVG) and by a DXF parser that is not ours, against each
 * other and against what the generator drew.
 */
const WIDTH = 70;
const pictures: [string, string, number][] = [
  ['01-moth', 'png', 0.75],
  ['02-moth-small', 'jpg', 4],
  ['07-tin-label', 'png', 4],
  ['09-sealing-ring', 'png', 0.75],
];
for (const [name, ending, worstAllowed] of pictures) {
  test(`${name}: SVG, DXF and truth agree`, async ({ page }) => {
    const folder = mkdtempSync(join(tmpdir(), 'drelk-files-'));
    const [svgFile, dxfFile, reportFile] = ['a.svg', 'a.dxf', 'r.json'].map((file) => join(folder, file));
    const drelk = join(root, 'packages/cli/dist/drelk.mjs');
    const picture = join(root, `demo/pictures/${name}.${ending}`);
    // The picture's own frame at a size a crafter would cut: places can be compared with what was drawn.
    const truth = truthOf(name);
    const args = [
      '--width',
      `${WIDTH}mm`,
      '--size-by',
      'picture',
      '--out',
      svgFile,
      '--out',
      dxfFile,
      '--report',
      reportFile,
    ];
    execFileSync(process.execPath, [drelk, 'trace', picture, ...args]);

    const svg = readFileSync(svgFile, 'utf8');
    await page.setContent(`<body style="margin:0">${svg.slice(svg.indexOf('<svg'))}</body>`);
    const outlines = await page.evaluate((step) => {
      // Each segment on its own, so that its ends are among the places the browser is asked for.
      const walk = (start: string, command: string) => {
        const segment = document.createElementNS('http://www.w3.org/2000/svg', 'path');
        segment.setAttribute('d', `M${start}${command}`);
        const length = segment.getTotalLength();
        const count = Math.max(1, Math.ceil(length / step));
        return Array.from({ length: count }, (_, k) => {
          const { x, y } = segment.getPointAtLength((k * length) / count);
          return [x, y];
        });
      };
      return [...document.querySelectorAll('path')].flatMap((path) =>
        (path.getAttribute('d') ?? '').split(/(?=M)/).map((data) => {
          const [first = 'M', ...commands] = data.replace('Z', '').match(/[MLCA][^MLCA]*/g) ?? [];
          const start = first.slice(1);
          let from = start;
          const points = [...commands, `L${start}`].flatMap((command) => {
            const walked = walk(from, command);
            from = command.slice(1).split(' ').slice(-2).join(' ');
            return walked;
          });
          return points;
        }),
      );
    }, 0.04);
    const fromSvg = outlines.map(polygon);
    const fromDxf = dxfContours(readFileSync(dxfFile, 'utf8'), (WIDTH * truth.height) / truth.width);
    const scale = WIDTH / truth.width;
    const drawn = contoursOf(truth.shapes).map((contour) => placeContour(contour, { scale, x: 0, y: 0 }));
    const area = (contours: Contour[]) =>
      Math.abs(contours.reduce((sum, contour) => sum + signedArea(contour), 0));
    // Contours come in the same order from both; holes are told by the direction in the SVG.
    const dxfArea = Math.abs(
      fromDxf.reduce(
        (sum, contour, i) => sum + Math.sign(signedArea(fromSvg[i])) * Math.abs(signedArea(contour)),
        0,
      ),
    );
    expect(fromSvg).toHaveLength(drawn.length);
    expect(fromDxf).toHaveLength(drawn.length);
    const between = worstDistance(fromSvg, fromDxf, 0.1, 0.0005);
    const offTruth = worstDistance(fromDxf, drawn, 0.1, 0.0005) / scale;
    const areaOff = Math.abs(area(fromSvg) / area(drawn) - 1);
    console.log(
      `${name}: files ${between.toFixed(4)} mm apart, ${offTruth.toFixed(3)} px off at worst, area ${(100 * areaOff).toFixed(3)} % off`,
    );
    expect(between).toBeLessThan(0.01);
    expect(areaOff).toBeLessThan(0.005);
    expect(Math.abs(dxfArea / area(drawn) - 1)).toBeLessThan(0.005);
    expect(offTruth).toBeLessThan(worstAllowed);
  });
}

test('the browser agrees on lengths and on what is inside', { tag: '@long' }, async ({ page }) => {
  const svg = tracedSvg('01-moth.png', '--width', '70mm');
  const contours = contoursDrawn(readSvg(svg));
  const next = random(31);
  const places = Array.from({ length: 600 }, () => ({ x: 70 * next(), y: 50 * next() }));
  await page.setContent(`<body style="margin:0">${svg.slice(svg.indexOf('<svg'))}</body>`);
  const seen = await page.evaluate((asked) => {
    const paths = [...document.querySelectorAll('path')];
    return {
      length: paths.reduce((sum, path) => sum + path.getTotalLength(), 0),
      inside: asked.map(({ x, y }) => paths.some((path) => path.isPointInFill(new DOMPoint(x, y)))),
    };
  }, places);
  const length = contours.reduce((sum, contour) => sum + contourLength(contour), 0);
  expect(Math.abs(seen.length / length - 1)).toBeLessThan(1e-4);
  expect(places.map((place) => isInside(contours, place))).toEqual(seen.inside);
  expect(seen.inside.filter(Boolean).length).toBeGreaterThan(100);
});

test('the ring has its true size from the file’s density', () => {
  const { right: width, bottom: height } = readSvg(tracedSvg('09-sealing-ring.png')).page;
  expect(Math.abs(width - 60)).toBeLessThan(0.02);
  expect(Math.abs(height - 60)).toBeLessThan(0.02);
});

/** A demo picture's SVG as the command line writes it. */
function tracedSvg(picture: string, ...options: string[]): string {
  const out = join(mkdtempSync(join(tmpdir(), 'drelk-svg-')), 'a.svg');
  const drelk = join(root, 'packages/cli/dist/drelk.mjs');
  execFileSync(process.execPath, [
    drelk,
    'trace',
    join(root, 'demo/pictures', picture),
    ...options,
    '--out',
    out,
  ]);
  return readFileSync(out, 'utf8');
}

function polygon(points: number[][]): Contour {
  const [[x, y], ...rest] = points;
  const lines = [...rest, [x, y]].map(([px, py]) => ({ kind: 'line' as const, x: px, y: py }));
  return { start: { x, y }, segments: lines, closed: true };
}

/** Contours as the independent parser has them, y down again. */
function dxfContours(text: string, height: number): Contour[] {
  const parsed = new DxfParser().parseSync(text);
  return (parsed?.entities ?? []).map((entity) => {
    if (entity.type === 'CIRCLE') {
      const { center, radius } = entity as ICircleEntity;
      return circleContour({ x: center.x, y: height - center.y }, radius);
    }
    const { vertices, shape } = entity as IPolylineEntity;
    if (!shape) throw new Error('A contour is open.');
    const place = (k: number) => {
      const { x, y } = vertices[k % vertices.length];
      return { x, y: height - y };
    };
    // A vertex's bulge is that of the arc to the next: positive counter-clockwise seen on screen (DXF reference).
    const segments = vertices.map(({ bulge = 0 }, k): Segment =>
      bulge === 0 ? { kind: 'line', ...place(k + 1) } : { kind: 'arc', bulge, ...place(k + 1) },
    );
    return { start: place(0), segments, closed: true };
  });
}

function truthOf(name: string): { width: number; height: number; shapes: Shape[] } {
  const truth = JSON.parse(readFileSync(join(root, `demo/truth/${name}.json`), 'utf8')) as {
    drawing: { width: number; height: number };
    pixelsPerUnit: number;
    shapes: string[][];
  };
  const { pixelsPerUnit } = truth;
  const read = (data: string) => placeContour(readPathData(data)[0], { scale: pixelsPerUnit, x: 0, y: 0 });
  return {
    width: truth.drawing.width * pixelsPerUnit,
    height: truth.drawing.height * pixelsPerUnit,
    shapes: truth.shapes.map(([outer, ...holes]) => ({ outer: read(outer), holes: holes.map(read) })),
  };
}

test('text as paths covers what the browser draws of the same face', async ({ page, server }) => {
  const shipped = SHIPPED_FONTS.find(({ id }) => id === 'cabin-bold');
  if (!shipped) throw new Error('no such face');
  const bytes = readFileSync(join(root, 'node_modules', shipped.file));
  const font = openFont((given) => create(Buffer.from(given)), bytes, shipped.name);
  const size = 400;
  const words = 'AVATAR Tea & fish';
  const { glyphs } = setText(
    {
      text: words,
      font: shipped.id,
      upper: false,
      size: { of: 'capitals', length: (size * font.capitals) / font.unitsPerEm },
      letters: 0,
      lines: 1,
      align: 'left',
      along: { kind: 'straight' },
    },
    font,
  );
  const data = contoursOf(textShapes(font, glyphs))
    .map((contour) => pathData(contour, -20, -500))
    .join('');
  await page.goto(server.address);
  const { common, either } = await page.evaluate(
    async ([address, text, path, pixels]) => {
      const face = new FontFace('Same', `url(${address})`);
      document.fonts.add(await face.load());
      const drawn = (draw: (context: OffscreenCanvasRenderingContext2D) => void) => {
        const context = new OffscreenCanvas(4000, 700).getContext('2d', { willReadFrequently: true });
        if (!context) throw new Error('no canvas');
        draw(context);
        return context.getImageData(0, 0, 4000, 700).data;
      };
      const theirs = drawn((context) => {
        context.font = `${pixels}px Same`;
        // As the face has them, not moved to whole pixels.
        context.textRendering = 'geometricPrecision';
        context.fillText(text, 20, 500);
      });
      const ours = drawn((context) => context.fill(new Path2D(path), 'nonzero'));
      const count = { common: 0, either: 0 };
      for (let k = 3; k < ours.length; k += 4) {
        count.common += Math.min(ours[k], theirs[k]);
        count.either += Math.max(ours[k], theirs[k]);
      }
      return count;
    },
    [`/fonts/${shipped.file.replace('@fontsource/', '')}`, words, data, size] as const,
  );
  expect(either).toBeGreaterThan(1e6);
  expect(common / either).toBeGreaterThan(0.995);
});

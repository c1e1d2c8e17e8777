import { circleContour, contoursOf, placeContour, worstDistance } from '../geometry';
import type { Drawing } from './drawing';
import type { FileFormat, PathFormat } from './file-format';
import { FORMAT_IDS, type FormatId, USUAL_CHOICES, formatOf, formatOfName } from './formats';
import { bytesOf, textOf } from './text';
import { leaf } from '../testing/curves';

const drawing: Drawing = {
  frame: { left: 0, top: 0, right: 100, bottom: 60 },
  units: 'mm',
  paths: [
    {
      task: 'cut-through',
      shape: { outer: circleContour({ x: 20, y: 20 }, 9), holes: [circleContour({ x: 20, y: 20 }, 4, true)] },
    },
    { task: 'score', shape: { outer: leaf, holes: [] }, plate: { name: 'leaf green', colour: '#3f7d4f' } },
    {
      task: 'engrave',
      shape: {
        outer: { start: { x: 80, y: 5 }, segments: [{ kind: 'line', x: 90, y: 50 }], closed: false },
        holes: [],
        pen: 0.8,
      },
    },
  ],
};
const PATHS = FORMAT_IDS.filter((id) => formatOf(id).holds === 'paths');
/** Every choice of every option, and of figures the least and the most. */
const every = PATHS.flatMap((id) =>
  formatOf(id).options.flatMap((option) =>
    ('figure' in option
      ? [option.figure.least, option.figure.most]
      : option.choices.map((choice) => choice.id)
    ).flatMap((choice) => (['mm', 'in'] as const).map((units) => [id, option.id, choice, units] as const)),
  ),
);
const pathFormat = (id: FormatId): PathFormat => {
  const format: FileFormat = formatOf(id);
  if (format.holds === 'pixels') throw new Error(`${id} holds no paths`);
  return format;
};
const fileOf = (id: FormatId) => textOf(formatOf(id).write(drawing, USUAL_CHOICES[id]));

describe('what is read back', () => {
  it.each(every)(
    '%s, %s %s, in %s: paths and where they belong, as they were meant',
    (id, option, choice, units) => {
      const format = pathFormat(id);
      // Figures count for curves that are no true ones.
      const chosen = {
        ...USUAL_CHOICES[id],
        ...(option === 'within' ? { curves: 'arcs' } : {}),
        [option]: choice,
      };
      const meant = format.meant({ ...drawing, units }, chosen);
      const back = format.readBack(format.write(meant, chosen));
      // A page has points, whatever the job counts in.
      if (id !== 'pdf') expect(back.units).toBe(meant.units);
      const groups = ({ paths }: Drawing) =>
        paths.map(({ group, task }) => group ?? task).filter((one, k, all) => one !== all[k - 1]);
      expect(groups(back)).toEqual(groups(meant));
      // Each file has its own origin: the lower left of the frame.
      const lowered = ({ paths, frame }: Drawing) =>
        contoursOf(paths.map(({ shape }) => shape)).map((contour) =>
          placeContour(contour, { scale: 1, x: -frame.left, y: -frame.bottom }),
        );
      expect(worstDistance(lowered(back), lowered(meant), 0.1, 0.001)).toBeLessThan(
        0.01 + (format.within?.(chosen) ?? 0),
      );
    },
  );

  it.each<[FormatId, string, string, string]>([
    ['pdf', 'a page that is not at true size', 'q 2.8346 0 0 2.8346', 'q 2.8 0 0 2.8'],
    ['pdf', 'no end', '%%EOF\n', ''],
    ['pdf', 'a task that is none', '/score BMC', '/scorn BMC'],
    ['pdf', 'an operator that we do not write', ' S EMC', ' B EMC'],
    ['pdf', 'a place that is no number', '/engrave BMC', '/engrave BMC x'],
    ['svg', 'a unit that is not said', 'width="100mm"', 'width="100"'],
    ['svg', 'a width that is not that of the view box', 'width="100mm"', 'width="101mm"'],
    ['svg', 'a view box that begins elsewhere', 'viewBox="0 0', 'viewBox="1 0'],
    ['svg', 'a transform', '<g ', '<g transform="scale(2)" '],
    ['svg', 'a script', '</svg>', '<script>1</script></svg>'],
    ['svg', 'a shape that is no path', '</g>', '<circle r="1"/></g>'],
    ['svg', 'a task that is none', 'id="score', 'id="cut-twice'],
    ['svg', 'a place that is no number', 'M60', 'MNaN'],
    ['svg', 'a path without a contour', 'd="M60', 'd="" data="M60'],
    ['dxf', 'no end', '  0\nEOF\n', ''],
    ['dxf', 'another release', 'AC1009', 'AC1032'],
    ['dxf', 'a unit that we do not write', '$INSUNITS\n 70\n4', '$INSUNITS\n 70\n6'],
    ['dxf', 'no extents', '$EXTMAX', '$EXTMIN'],
    ['dxf', 'an entity that we do not write', '  0\nCIRCLE', '  0\nELLIPSE'],
    ['dxf', 'a layer of no task', 'SCORE_LEAF_GREEN', 'SCORED'],
    ['dxf', 'a place that is no number', ' 10\n20.0\n', ' 10\nx\n'],
    [
      'dxf',
      'something between sections',
      '  0\nENDSEC\n  0\nSECTION',
      '  0\nENDSEC\n  0\nTABLE\n  0\nSECTION',
    ],
  ])('%s: is refused with %s', (id, _what, from, to) => {
    const text = fileOf(id);
    expect(text).toContain(from);
    const spoiled = bytesOf(text.replaceAll(from, to));
    expect(() => pathFormat(id).readBack(spoiled)).toThrow(/not as it was written|path command|not read/);
  });
});

it('formats are told by a name’s ending, however it is written', () => {
  expect(formatOfName('Tea moth.SVG')).toBe('svg');
  expect(formatOfName('moth.dxf')).toBe('dxf');
  expect(formatOfName('svg')).toBeUndefined();
  expect(formatOfName('moth.PDF')).toBe('pdf');
  expect(formatOfName('moth.png')).toBe('png');
  expect(formatOfName('moth.webp')).toBeUndefined();
});

it('bytes are text of plain letters, and nothing else', () => {
  const long = 'M0 0'.repeat(9000);
  expect(textOf(bytesOf(long))).toBe(long);
  expect(() => bytesOf('tête')).toThrow('no ASCII');
});

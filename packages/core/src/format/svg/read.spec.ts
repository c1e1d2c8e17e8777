import { type Box, boxOf, boxWidth, contourLength } from '../../geometry';
import { contoursDrawn } from '../vector-drawing';
import { readSvg } from './read';

const svg = (inside: string, more = 'width="10mm" height="10mm" viewBox="0 0 10 10"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inside}</svg>`;

describe('sizes (CSS Values and Units 3: 1in = 96px = 72pt)', () => {
  it.each([
    ['width="25.4mm" height="25.4mm" viewBox="0 0 100 100"', 'mm', 25.4],
    ['width="1in" height="1in" viewBox="0 0 100 100"', 'in', 25.4],
    ['width="72pt" height="72pt" viewBox="0 0 7 7"', 'pt', 25.4],
    ['width="96" height="96" viewBox="0 0 3 3"', null, 25.4],
    ['width="96px" height="96px"', null, 25.4],
    ['viewBox="0 0 96 96"', null, 25.4],
    ['width="100%" height="100%" viewBox="0 0 96 96"', null, 25.4],
    ['width="2.54cm" height="2.54cm" viewBox="0 0 9 9"', 'cm', 25.4],
  ])('%s', (attributes, unit, width) => {
    const drawing = readSvg(svg('<path d="M0 0H1V1Z"/>', attributes));
    expect(drawing.unit).toBe(unit);
    expect(drawing.page.right).toBeCloseTo(width, 9);
  });

  it('takes a pixel for what it is said to be, where the page has no size of its own', () => {
    const drawing = readSvg(svg('<path d="M0 0H10V10Z"/>', 'viewBox="0 0 10 10"'), undefined, 1);
    expect(drawing.page.right).toBeCloseTo(10, 9);
    expect(readSvg(svg('<path d="M0 0H10V10Z"/>'), undefined, 3).page.right).toBeCloseTo(10, 9);
  });
});

describe('lines', () => {
  it('have the pen they are drawn with, grown by transforms', () => {
    const [line] = readSvg(
      svg('<g transform="scale(2)"><path d="M0 0L3 0" fill="none" stroke="#f00" stroke-width=".5"/></g>'),
    ).paths;
    expect(line).toMatchObject({ paint: 'line', colour: '#ff0000' });
    expect(line.pen).toBeCloseTo(1, 9);
    expect(contourLength(line.contours[0])).toBeCloseTo(6, 9);
  });

  it('do not grow where the file says so', () => {
    const [line] = readSvg(
      svg('<line x2="5" stroke="blue" stroke-width="2" vector-effect="non-scaling-stroke"/>'),
    ).paths;
    expect(line.pen).toBeCloseTo((2 * 25.4) / 96, 9);
    expect(line.colour).toBe('#0000ff');
  });

  it('keep a whole circle as two arcs', () => {
    const [circle] = contoursDrawn(readSvg(svg('<circle cx="5" cy="5" r="2" fill="none" stroke="black"/>')));
    expect(circle.segments.map(({ kind }) => kind)).toEqual(['arc', 'arc']);
    expect(circle.start.x).toBeCloseTo(7, 9);
    expect(boxWidth(boxOf([circle]) as Box)).toBeCloseTo(4, 9);
  });
});

describe('layers and what is not taken', () => {
  it('names a path’s layer by the group’s label, or its id', () => {
    const drawing = readSvg(
      svg(
        '<g id="l1" xmlns:x="urn:x" x:label="Cut"><g id="inner"><path d="M0 0H1V1Z"/></g></g><g id="Score"><path d="M2 2H3V3Z"/></g>',
      ),
    );
    expect(drawing.paths.map(({ layer }) => layer)).toEqual(['Cut', 'Score']);
  });

  it('counts texts, pictures, scripts, effects, and references to what is elsewhere', () => {
    const { left, paths } = readSvg(
      svg(
        '<text>tea</text><image href="http://example.com/a.png"/><script>alert(1)</script>' +
          '<rect width="1" height="1" filter="url(#f)" onclick="alert(1)"/><use href="other.svg#a"/>',
      ),
    );
    expect(left).toEqual({
      texts: 1,
      pictures: 1,
      scripts: 1,
      effects: 1,
      'references to what is not in the file': 1,
    });
    expect(paths).toHaveLength(1);
  });

  it('takes gradients as one colour and says so', () => {
    const drawing = readSvg(
      svg(
        '<linearGradient id="g"><stop stop-color="#123456"/><stop stop-color="#fff"/></linearGradient><rect width="2" height="2" fill="url(#g)"/>',
      ),
    );
    expect(drawing.paths[0].colour).toBe('#123456');
    expect(drawing.left).toEqual({ 'gradients, taken as one colour': 1 });
  });

  it('draws what comes before a mistake in path data (SVG 1.1, appendix F.2)', () => {
    const drawing = readSvg(svg('<path d="M0 0H4V4L1 1 X 5 5"/>'));
    expect(drawing.left).toEqual({ 'paths cut short': 1 });
    expect(contoursDrawn(drawing)).toHaveLength(1);
  });

  it('ends things that use themselves with a sentence', () => {
    expect(() => readSvg(svg('<g id="a"><use href="#a"/></g>'))).toThrow('more than 64 deep');
    const deep = '<g>'.repeat(80) + '<path d="M0 0H1V1Z"/>' + '</g>'.repeat(80);
    expect(() => readSvg(svg(deep))).toThrow('more than 64 deep');
  });
});

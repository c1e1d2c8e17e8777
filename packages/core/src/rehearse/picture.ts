import { pathData } from '../format';
import type { Point } from '../geometry';
import type { Rehearsal } from './rehearse';

/** Around what is drawn, as a share of its larger side, and least, in millimetres. */
const MARGIN = 0.06;
const LEAST_MARGIN = 2;
/** Lines thinner than this share of the larger side would not be seen. */
const SEEN = 1 / 900;

/** Colours of what is drawn: sheet, table beneath it, parts that came free, pocket floors, marks, what is left standing, travel. */
const COLOURS = {
  sheet: '#d9c19a',
  table: '#2a2620',
  part: '#8fbfae',
  held: '#c9b28a',
  pocket: '#b58e58',
  mark: '#6b4a2b',
  standing: '#b8862b',
  travel: '#a8472a',
};

/** The sheet once the machine is done, as an SVG page with so many pixels along its larger side: holes gone, parts tinted, pockets and marks, ways without working dashed. */
export function sheetPicture(
  { frame, tracks, moves, parts, standing, machine }: Rehearsal,
  pixels: number,
): string {
  const large = Math.max(frame.right - frame.left, frame.bottom - frame.top);
  const margin = Math.max(LEAST_MARGIN, MARGIN * large);
  const [left, top] = [frame.left - margin, frame.top - margin];
  const [width, height] = [frame.right - frame.left + 2 * margin, frame.bottom - frame.top + 2 * margin];
  const scale = pixels / Math.max(width, height);
  const line = Math.max(machine.kerf, SEEN * large);
  const data = (of: (typeof tracks)[number]['runs']) => of.map((contour) => pathData(contour)).join('');
  const path = (d: string, paint: string) => (d === '' ? '' : `<path d="${d}" ${paint}/>`);
  const stroke = (colour: string, wide: number) =>
    `fill="none" stroke="${colour}" stroke-width="${wide.toFixed(4)}" stroke-linecap="round" stroke-linejoin="round"`;
  const of = (...tasks: string[]) => tracks.filter(({ task }) => tasks.includes(task));
  const cuts = of('cut-through').filter(({ drawn }) => drawn[0].closed);
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${left} ${top} ${width} ${height}" width="${width * scale}" height="${height * scale}">`,
    `<rect x="${left}" y="${top}" width="${width}" height="${height}" fill="${COLOURS.sheet}"/>`,
    ...cuts
      .filter(({ depth }) => depth % 2 === 1)
      .map(({ drawn }) => path(data(drawn), `fill="${COLOURS.table}"`)),
    ...parts.map(({ contours, freedAt, isIsland }) =>
      path(
        data(contours),
        `fill="${isIsland ? COLOURS.table : freedAt === null ? COLOURS.held : COLOURS.part}" fill-rule="evenodd"`,
      ),
    ),
    path(data(of('pocket').flatMap(({ drawn }) => drawn)), `fill="${COLOURS.pocket}" fill-rule="evenodd"`),
    path(data(of('score', 'engrave').flatMap(({ runs }) => runs)), stroke(COLOURS.mark, line)),
    path(data(of('cut-through').flatMap(({ runs }) => runs)), stroke(COLOURS.table, line)),
    path(data(standing.flatMap(({ contours }) => contours)), `fill="${COLOURS.standing}"`),
    path(
      moves.map(({ kind, way }) => (kind === 'travel' && way ? chord(way.places) : '')).join(''),
      `${stroke(COLOURS.travel, SEEN * large)} stroke-dasharray="${(large / 120).toFixed(4)}"`,
    ),
    '</svg>',
    '',
  ].join('\n');
}

function chord(places: Float64Array): string {
  const [from, to] = [0, places.length - 2].map((k): Point => ({ x: places[k], y: places[k + 1] }));
  return `M${from.x.toFixed(3)} ${from.y.toFixed(3)}L${to.x.toFixed(3)} ${to.y.toFixed(3)}`;
}

import sharp from 'sharp';
import { quietContext } from '../context';
import { contoursOf, nodeCount } from '../geometry';
import { newJob } from './document/document';
import { pictureResult, startRun } from './index';
import { newMemory } from './graph';

const SIDE = 480;

/** What is drawn, by a renderer that is not ours, and squeezed by an encoder that is not ours either (libvips). */
async function squeezed(body: string, quality: number) {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}"><rect width="100%" height="100%" fill="#fff"/>${body}</svg>`;
  const { data } = await sharp(await sharp(Buffer.from(svg)).jpeg({ quality }).toBuffer())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: SIDE, height: SIDE, data: new Uint8Array(data) };
}

async function plated(body: string, quality: number) {
  const picture = await squeezed(body, quality);
  const document = newJob({
    blob: '',
    name: 'crest.jpg',
    kind: 'jpeg',
    width: SIDE,
    height: SIDE,
    density: null,
    notes: [],
  });
  document.ink.by = 'plates';
  document.line.method = 'plates';
  const run = startRun(
    { document, source: { key: `${quality}`, picture, reduction: 1 } },
    newMemory(),
    quietContext,
  );
  const { traced } = run.take(pictureResult).artwork;
  const { shapes } = traced.line;
  return {
    kind: traced.ink.settings.kind,
    shapes: shapes.length,
    nodes: contoursOf(shapes).reduce((sum, contour) => sum + nodeCount(contour), 0),
  };
}

const petals = Array.from(
  { length: 6 },
  (_, k) =>
    `<ellipse cx="240" cy="178" rx="22" ry="42" fill="${k % 2 ? '#ef8a1d' : '#d2452e'}" transform="rotate(${60 * k} 240 240)"/>`,
).join('');
const CREST =
  '<path d="M90 60H390V250C390 350 300 410 240 430C180 410 90 350 90 250Z" fill="#7a1f2b"/>' +
  '<path d="M110 80H240V240H110Z" fill="#f2c230"/><path d="M240 80H370V240H240Z" fill="#1f4e9a"/>' +
  '<path d="M110 240H240V408C185 385 110 335 110 250Z" fill="#2c7a3f"/>' +
  `<path d="M240 240H370V250C370 335 295 385 240 408Z" fill="#e8e2d0"/>${petals}<circle cx="240" cy="240" r="26" fill="#111"/>`;
/** The frame, four quarters, six petals and the boss. */
const PARTS = 12;
const THREE =
  '<circle cx="150" cy="170" r="95" fill="#d22"/><rect x="230" y="90" width="180" height="150" rx="24" fill="#15c"/><path d="M120 420L240 270L380 420Z" fill="#fc2"/>';

describe('flat colours squeezed into a JPEG', () => {
  it.each([90, 60])('at %d have the parts that were drawn, and no fringe is one', async (quality) => {
    const { shapes, nodes } = await plated(CREST, quality);
    expect(shapes).toBe(PARTS);
    expect(nodes).toBeLessThan(260);
  });

  it('at 30 are flat colours still', async () => {
    const { kind, shapes, nodes } = await plated(CREST, 30);
    expect(kind).toBe('flat');
    expect(shapes).toBeLessThanOrEqual(PARTS + 1);
    expect(nodes).toBeLessThan(260);
  });

  it.each([90, 60, 30])('at %d: three signs on white', async (quality) => {
    const { shapes, nodes } = await plated(THREE, quality);
    expect(shapes).toBe(3);
    expect(nodes).toBeLessThan(45);
  });
});

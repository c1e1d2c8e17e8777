import { quietContext } from '../context';
import { CLOSED, originAt, scaledAndMoved } from '../geometry';
import { type Hand, dropContours, moveContours } from '../line';
import { demoPicture } from '../testing/demo';
import { newMemory, startRun } from './graph';
import { type PictureResult, pictureResult } from './steps';

/** Contours around less than this, in square pixels, come and go with the threshold by themselves. */
const LASTS = 200;

/** Every other lasting contour dropped, the others moved by three pixels. */
function editedAll(hand: Hand, { artwork }: PictureResult): number {
  const { paths, traced, plates } = artwork;
  const ground = { paths, toSource: traced.plan.toSource, colours: plates.map(({ colour }) => colour) };
  const lasting = Array.from(paths.ids.keys()).filter(
    (k) => (paths.flags[k] & CLOSED) !== 0 && Math.abs(originAt(paths, k).area) >= LASTS,
  );
  dropContours(
    hand,
    ground,
    lasting.filter((_, n) => n % 2 === 0),
  );
  for (const k of lasting.filter((_, n) => n % 2 === 1))
    moveContours(hand, ground, [k], scaledAndMoved(1, 1, 3, 0));
  return lasting.length;
}

describe.each([
  '01-moth.png',
  '04-open-late.jpg',
  '07-tin-label.png',
  '09-sealing-ring.png',
  '11-tag-on-a4.jpg',
])('what the hand did to %s', (file) => {
  it('is kept where the threshold moves by a few levels, the tolerance or the crop changes', async () => {
    const { document, decoded } = await demoPicture(file);
    const memory = newMemory();
    const run = () => startRun({ document, source: decoded }, memory, quietContext).take(pictureResult);
    const first = run();
    const edits = editedAll(document.line.hand, first);
    expect(edits).toBeGreaterThan(1);
    expect(run().artwork.parked).toEqual([]);
    const { automatic } = first.artwork.traced.ink.separated;
    for (const off of [-5, 5]) {
      document.ink.threshold = automatic + off;
      const { facts, artwork } = run();
      expect(artwork.parked).toEqual([]);
      expect(facts).toMatchObject({ byHand: edits, parked: 0, openPaths: 0 });
    }
    document.line.tolerance = first.artwork.scale.millimetresPerPixel * 0.8;
    expect(run().artwork.parked).toEqual([]);
    const { width, height } = document.source;
    document.square.crop = { kind: 'box', points: [0, 0, width, 0, width, height, 0, height] };
    document.square.turn = 1;
    expect(run().artwork.parked).toEqual([]);
  });
});

import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { quietContext } from '../../context';
import { FOUND_HOLE, originAt } from '../../geometry';
import { anchorOf, foundAgain } from '../../line';
import { demoPicture } from '../../testing/demo';
import type { JobDocument } from '../document/document';
import { newMemory, startRun } from '../graph';
import { pictureResult } from '../steps';
import { upgraded } from './upgrade';

/** Jobs as each schema's own release left them: a third of the contours of each picture dropped, a third moved, a third given a task. */
const FOLDER = join(__dirname, '../../testing/documents/worked');
const worked = readdirSync(FOLDER).flatMap(
  (file) => JSON.parse(readFileSync(join(FOLDER, file), 'utf8')) as JobDocument[],
);
const pictures = [...new Set(worked.map(({ source }) => source.name))];

/** So much of what the hand did is found again in what is traced today. */
const FOUND = 0.98;

it('what the hand did and the tasks that were picked are found again in jobs of all schemas, and the rest is named', async () => {
  let [all, lost] = [0, 0];
  for (const picture of pictures) {
    const { decoded } = await demoPicture(picture);
    const memory = newMemory();
    for (const old of worked.filter(({ source }) => source.name === picture)) {
      const before = JSON.stringify(old.line.hand);
      const document = upgraded(old) as JobDocument;
      expect(JSON.stringify(document.line.hand)).toBe(before);
      const { artwork, facts } = startRun({ document, source: decoded }, memory, quietContext).take(
        pictureResult,
      );
      const { paths, toSource } = artwork;
      const anchors = Array.from(paths.ids.keys(), (k) =>
        anchorOf(originAt(paths, k), (paths.flags[k] & FOUND_HOLE) !== 0, toSource),
      );
      const [item] = Object.values(document.piece.items).flatMap((one) =>
        one.kind === 'artwork' ? [one.picked] : [],
      );
      const places = foundAgain(
        item.map(({ from }) => from),
        anchors,
      );
      expect(facts.parked).toBe(artwork.parked.length);
      all += Object.keys(document.line.hand).length + item.length;
      lost += artwork.parked.length + places.filter((k) => k < 0).length;
    }
  }
  expect(all).toBeGreaterThan(600);
  expect(lost).toBeLessThanOrEqual((1 - FOUND) * all);
}, 120_000);

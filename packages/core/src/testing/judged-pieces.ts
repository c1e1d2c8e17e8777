import { quietContext } from '../context';
import { DrelkError } from '../error';
import {
  type Contour,
  UNMOVED,
  affineAfter,
  affineBack,
  affineContour,
  affinePoint,
  affineScale,
  boxOf,
  contoursOf,
  flatten,
} from '../geometry';
import { type JobDocument, newJob } from '../job/document/document';
import { VECTOR_DEFAULTS } from '../job/document/vector-settings';
import { newMemory, startRun } from '../job/graph';
import { type ShapeWork, changesOf } from '../job/remedied/changes';
import { editFor, seenOf } from '../job/remedied/edits';
import { vectorResult } from '../job/steps';
import type { VectorResult } from '../job/steps/result';
import { combinedShapes, reshaped } from '../line';
import { MATERIALS, TOOLS } from '../machine';
import { type Finding, type Remedy, outcomeOf } from '../prove';
import { randomFrom } from './judged-sheets';
import { type Region, areaWithin, evenOdd, grown, minus, polygonsOf } from './jsts';
import { type PieceKind, pieceFile } from './random-pieces';

/** What became of one remedy of one finding of a piece: kept, declined, or kept though another library finds fault with it. */
export interface Verdict {
  kind: PieceKind;
  seed: number;
  finding: string;
  act: string;
  isKept: boolean;
  /** Why it was not kept. */
  why?: string;
  faults: string[];
}

const work: ShapeWork = {
  united: (shapes) => Promise.resolve(combinedShapes('unite', shapes)),
  reshaped: (shapes, what) => Promise.resolve(reshaped(shapes, what, quietContext)),
};
/** What is no remedy of the drawing, but another size, or another side. */
const OTHERWISE: readonly string[] = ['mirror', 'size', 'shrink'];
const NAME = 'piece.svg';

/** What a mill makes is so many times as large as what a beam does. */
const LARGE = { laser: 1, router: 4 };
const processOf = (seed: number) => (randomFrom(seed + 5)() < 0.7 ? 'laser' : 'router');

/** A job on a random piece, worked out. */
function pieceOf(kind: PieceKind, seed: number) {
  const source = {
    key: 'file',
    name: NAME,
    bytes: Buffer.from(pieceFile(kind, seed, LARGE[processOf(seed)])),
  };
  const about = { blob: '', name: NAME, kind: 'svg', width: 1, height: 1, density: null, notes: [] };
  const memory = newMemory();
  const document = newJob(about, VECTOR_DEFAULTS);
  const process = processOf(seed);
  document.prove.material = MATERIALS.filter((one) => one.process === process)[0];
  document.prove.tool = TOOLS.filter((one) => one.process === process)[0];
  const run = (of: JobDocument) =>
    startRun({ document: of, source }, memory, quietContext).take(vectorResult);
  return { document, run };
}

/** Every remedy of a piece by itself, and all that are safe one after another. */
export async function judgedRemedies(kind: PieceKind, seed: number): Promise<Verdict[]> {
  const { document, run } = pieceOf(kind, seed);
  const first = run(document);
  const verdicts: Verdict[] = [];
  for (const finding of first.proof.findings)
    for (const remedy of finding.remedies ?? [])
      if (!OTHERWISE.includes(remedy.act))
        verdicts.push(
          (await taken({ kind, seed, run }, { document, result: first }, finding, remedy)).verdict,
        );
  let all = { document, result: first };
  for (const { kind: found } of first.proof.findings) {
    const finding = all.result.proof.findings.find((one) => one.kind === found);
    const remedy = finding?.remedies?.find(({ isSafe }) => isSafe);
    if (finding && remedy && !OTHERWISE.includes(remedy.act))
      all = (await taken({ kind, seed, run }, all, finding, remedy)).next;
  }
  const faults = worseThan(first, all.result);
  verdicts.push({ kind, seed, finding: 'all', act: 'safe', isKept: true, faults });
  return verdicts;
}

interface Worked {
  document: JobDocument;
  result: VectorResult;
}

async function taken(
  { kind, seed, run }: { kind: PieceKind; seed: number; run: (of: JobDocument) => VectorResult },
  before: Worked,
  finding: Finding,
  remedy: Remedy,
): Promise<{ verdict: Verdict; next: Worked }> {
  const about = { kind, seed, finding: finding.kind, act: remedy.act };
  const declined = (why: string) => ({
    verdict: { ...about, isKept: false, why, faults: [] },
    next: before,
  });
  try {
    const document = structuredClone(before.document);
    (await editOf(before, finding, remedy))(document);
    const result = run(document);
    const { isMended, worse } = outcomeOf(before.result.proof, result.proof, finding.kind);
    if (!isMended) return declined('does not mend');
    if (worse.length > 0) return declined(worse.join(' '));
    const faults = [...worseThan(before.result, result), ...broken(before.result, result, finding, remedy)];
    return { verdict: { ...about, isKept: true, faults }, next: { document, result } };
  } catch (error) {
    if (!(error instanceof DrelkError)) throw error;
    return declined(error.message);
  }
}

async function editOf(
  { result }: Worked,
  finding: Finding,
  remedy: Remedy,
): Promise<(of: JobDocument) => void> {
  const { piece, artwork } = result;
  const edit = editFor(remedy, finding, seenOf(piece));
  if (edit) return edit;
  const { map } = piece.items[0];
  const back = affineBack(map);
  if (!back) throw new Error('The artwork lies nowhere.');
  const scale = 1 / affineScale(map);
  const ground = {
    paths: artwork.paths,
    toSource: artwork.toSource,
    colours: artwork.plates.map(({ colour }) => colour),
  };
  const places = {
    ground,
    at: finding.places.map((place) => affinePoint(back, place)),
    sizes: finding.sizes.map((size) => size * scale),
    least: finding.allowed * scale,
    pixel: 1 / scale,
  };
  const changes = await changesOf(work, finding.kind, remedy, places, false);
  return (document) => void changes.does(document.line.hand, ground);
}

const FLAT = 0.01;

/** Contours of a piece where its artwork lies by itself, in millimetres: what grows moves all of a piece, whose upper left is its origin. */
function contoursIn({ piece }: VectorResult): Contour[] {
  const { map } = piece.items[0];
  const mm = affineScale(map);
  const back = affineAfter([mm, 0, 0, mm, 0, 0], affineBack(map) ?? UNMOVED);
  return contoursOf(piece.paths.map(({ shape }) => shape)).map((one) => affineContour(one, back));
}

/** What stays of a piece, by what an odd number of its closed contours goes around. */
function materialOf(result: VectorResult): Region {
  const closed = contoursIn(result).filter((one) => one.closed);
  const whole = (contour: Contour) => {
    const flat = flatten(contour, FLAT);
    return areaWithin(
      Array.from({ length: flat.length / 2 }, (_, k) => ({ x: flat[2 * k], y: flat[2 * k + 1] })),
    );
  };
  return evenOdd(closed.map(whole));
}

/** What is worse than before whatever was taken: it comes in more parts, it is another size, much of it went or came. */
function worseThan(before: VectorResult, after: VectorResult): string[] {
  const [was, is] = [materialOf(before), materialOf(after)];
  const [parts, left] = [polygonsOf(was).length, polygonsOf(is).length];
  const [box, now] = [before, after].map((one) => boxOf(contoursIn(one)));
  const grew =
    box && now
      ? Math.max(box.left - now.left, box.top - now.top, now.right - box.right, now.bottom - box.bottom)
      : 0;
  return [
    ...(left > parts ? [`${parts} parts became ${left}`] : []),
    ...(grew > MOST_GROWN ? [`it grew by ${grew.toFixed(2)} mm`] : []),
    ...(is.getArea() < LEAST_KEPT * was.getArea() ? ['much of it is gone'] : []),
  ];
}
/** Strips and pens reach no farther beyond a piece, in millimetres; of its area so much stays. */
const MOST_GROWN = 2.2;
const LEAST_KEPT = 0.8;

/** Below the least by so much is narrow; rims are known within so much. */
const STRICT = 0.95;
const KNOWN = 0.03;

/** What is narrower than a width: what discs of it do not get into. */
const thinIn = (region: Region, width: number): number =>
  polygonsOf(minus(region, grown(grown(grown(region, -width / 2), width / 2), KNOWN))).reduce(
    (sum, one) => sum + one.getArea(),
    0,
  );

/** Curves fitted anew are as near as this. */
const FITTED = 0.08;

/** Where a promise is not kept: what was too narrow is so still, what was to be tied is not, or material went where it was only to come. */
function broken(before: VectorResult, after: VectorResult, finding: Finding, { act }: Remedy): string[] {
  const [was, is] = [materialOf(before), materialOf(after)];
  const gone = minus(was, grown(is, KNOWN)).getArea();
  const come = minus(is, grown(was, KNOWN)).getArea();
  const none = (area: number, says: string) => (area > 0.02 ? [`${says}: ${area.toFixed(2)} mm²`] : []);
  const least = STRICT * finding.allowed;
  switch (act) {
    case 'thicken':
      return [
        ...none(gone, 'material went'),
        ...none(minus(is, grown(was, 0.65 * finding.allowed + KNOWN)).getArea(), 'material came elsewhere'),
        ...(thinIn(is, least) > thinIn(was, least) + 0.02 ? ['more is thin than before'] : []),
      ];
    case 'open':
      return none(come, 'material came');
    case 'bridge':
    case 'tie':
      return [
        ...none(gone, 'material went'),
        ...(polygonsOf(is).length < polygonsOf(was).length ? [] : ['nothing is tied']),
      ];
    case 'relieve':
      return none(come, 'material came');
    case 'round':
      return none(gone, 'material went');
    case 'enlarge':
      return none(come, 'material came');
    case 'refit':
      return [
        ...none(minus(was, grown(is, FITTED)).getArea(), 'material went'),
        ...none(minus(is, grown(was, FITTED)).getArea(), 'material came'),
      ];
    default:
      return [];
  }
}

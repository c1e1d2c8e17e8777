import {
  CHECKS,
  type Finding,
  type Proof,
  type Subject,
  cutGrounds,
  foundBy,
  limitsOf,
  proofOf,
  partsIn,
  sheetsLeft,
  wantOf,
} from '../../prove';
import type { Box } from '../../geometry';
import { type Step, choice, constant, figure, gathered, setting, work } from '../graph';
import { hasPicture, reduction, wanted } from './artwork';
import { piece } from './piece';

const material = setting('prove.material', ({ prove }) => prove.material);
const tool = setting('prove.tool', ({ prove }) => prove.tool);
const units = setting('units', (document) => document.units);
const waived = setting('prove.waived', ({ prove: { waived: own, waivedAt } }) => ({ waived: own, waivedAt }));
const names = setting('names of items', ({ piece: { items } }) =>
  Object.fromEntries(Object.entries(items).map(([id, { name }]) => [id, name])),
);

const works = setting('prove.works', ({ prove }) => prove.works);
const wantedSaid = setting('prove.wanted', ({ prove }) => prove.wanted);

const limits = figure('limits', { material, tool, works, units }, (reads) =>
  limitsOf(reads.material, reads.tool, reads),
);

const paths = gathered('paths of the piece', { piece }, (reads) => reads.piece.paths);
/** What is cut through of each sheet, and what lies in what. */
export const grounds = work('cut grounds', { part: 'prove', cost: 20 }, { paths }, (reads) =>
  cutGrounds(reads.paths),
);
/** What is left of each sheet once the tool has gone along all that is cut. */
const sheets = work('what is left of sheets', { part: 'prove', cost: 40 }, { grounds, limits }, (reads) =>
  sheetsLeft(reads.grounds, reads.limits),
);
const want = figure('what is to come out', { grounds, wantedSaid }, (reads) =>
  wantOf(reads.wantedSaid, reads.grounds),
);
const frame = figure('frame of the piece', { piece }, (reads) => reads.piece.frame);
const hasTrueSize = figure('has a true size', { piece }, (reads) => reads.piece.scale.source !== 'none');
/** Items that could not be made, and the sheet where the piece does not lie on it. */
const leftOut = figure('left out', { piece, names }, (reads): Subject['leftOut'] => {
  const named: Record<string, string> = reads.names;
  const own = reads.piece.items.flatMap(({ id, problem }) =>
    problem ? [{ name: named[id], ...problem }] : [],
  );
  const { problem } = reads.piece;
  return problem ? [...own, { name: 'The sheet', ...problem }] : own;
});
const lostTasks = figure('lost tasks', { piece }, (reads) =>
  reads.piece.items.reduce((sum, { lost = 0 }) => sum + lost, 0),
);
const texts = constant('texts', 0);
const asRead = constant<readonly string[]>('as read', []);
const page = constant<Box | undefined>('no page', undefined);
const ofPixel = figure(
  'millimetres of a source pixel',
  { piece, reduction },
  (reads): number | undefined => reads.piece.scale.millimetresPerPixel / reads.reduction,
);
const noPixel = constant<number | undefined>('no pixel', undefined);
const pixel = choice('pixel', { hasPicture }, [ofPixel, noPixel], (reads) =>
  reads.hasPicture ? ofPixel : noPixel,
);
const mirrored = setting('piece.mirrored', (document) => document.piece.mirrored);

const subject: { [P in keyof Subject]: Step<Subject[P]> } = {
  paths,
  grounds,
  frame,
  hasTrueSize,
  leftOut,
  lostTasks,
  texts,
  pixel,
  mirrored,
  plates: wanted,
  page,
  asRead,
  want,
  sheets,
};

/** One step for each check, which reads what that one says it reads. */
const checks = Object.fromEntries(
  CHECKS.map((check) => {
    const { kind } = check;
    const parts = Object.fromEntries(check.reads.map((part) => [part, subject[part]]));
    return [
      kind,
      work(`check ${kind}`, { part: 'prove', cost: 10 }, { ...parts, limits }, (values): Finding[] =>
        foundBy(check, values as unknown as Subject, values.limits),
      ),
    ];
  }),
);

const findings = gathered('findings', checks, (reads) => CHECKS.flatMap(({ kind }) => reads[kind]));

/** What was found, and what of it is waived, with the reason. */
export const proof = gathered('proof', { findings, sheets, want, waived }, (reads): Proof =>
  proofOf(reads.findings, { parts: partsIn(reads.sheets), want: reads.want }, reads.waived),
);

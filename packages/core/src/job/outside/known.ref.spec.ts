import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkVectorFile } from './check-file';
import { rehearseVectorFile } from './rehearse-file';

/** What is so about drawings, worked out by hand or with a polygon library from how they were made. Millimetres, mm², seconds. */
interface Known {
  process: string;
  beside?: false;
  /** In words. */
  says: string;
  /** What has to be found, and all that may be found that is grave. */
  check: Told[];
  rehearse?: Told[];
  /** Sentences of findings that have to be there. */
  text?: string[];
  /** Parts as they come out: width, height, area; how many there are, and how many of them come free. */
  parts?: [width: number, height: number, area: number][];
  partCount?: number;
  free?: number;
  /** Where their middles lie, in the file. */
  at?: [x: number, y: number][];
  size?: [width: number, height: number];
  /** All that the tool leaves standing. */
  standing?: number;
  /** How many tracks there are, how long what is cut through or cleared is, and what is spent on it. */
  cuts?: number;
  length?: number;
  pocketLength?: number;
  passes?: number;
  cutSeconds?: number;
  cutting?: number;
  order?: 'lines first' | 'inner first';
}

interface Told {
  kind: string;
  count?: number;
  measured?: number;
}

const FOLDER = join(__dirname, '../../testing/drawings');
const KNOWN = JSON.parse(readFileSync(join(FOLDER, 'truth.json'), 'utf8')) as Record<string, Known>;

const isGrave = ({ severity }: { severity: string }) => severity !== 'note';

/** What has to be told is, with its figures, and nothing grave besides. */
function expectTold(
  found: readonly { kind: string; severity: string; count: number; measured?: number }[],
  wanted: readonly Told[],
) {
  for (const { kind, count, measured } of wanted) {
    const own = found.find((one) => one.kind === kind);
    expect(own?.kind).toBe(kind);
    if (count !== undefined) expect([kind, own?.count]).toEqual([kind, count]);
    if (measured !== undefined)
      expect(Math.abs((own?.measured ?? NaN) - measured)).toBeLessThan(0.01 + 0.005 * measured);
  }
  const kinds = new Set(wanted.map(({ kind }) => kind));
  expect(found.filter((one) => isGrave(one) && !kinds.has(one.kind)).map(({ kind }) => kind)).toEqual([]);
}

describe.each(Object.entries(KNOWN))('%s', (name, known) => {
  const bytes = new Uint8Array(readFileSync(join(FOLDER, name)));
  const asked = { process: known.process };

  it(`is told by its proof as it is: ${known.says}`, () => {
    const { findings, size } = checkVectorFile(bytes, name, asked);
    expectTold(findings, known.check);
    const told = findings.map(({ message }) => message).join('\n');
    for (const text of known.text ?? []) expect(told).toMatch(new RegExp(text));
    if (known.size) {
      expect(size.width).toBeCloseTo(known.size[0], 2);
      expect(size.height).toBeCloseTo(known.size[1], 2);
    }
  });

  it('and by its rehearsal', () => {
    const { report, rehearsal } = rehearseVectorFile(bytes, name, {
      ...asked,
      compensated: known.beside ?? true,
    });
    expectTold(report.findings, known.rehearse ?? []);
    const { parts, standing, order, tasks } = report;
    const left = standing.reduce((sum, { area }) => sum + area, 0);
    if (known.standing !== undefined) expect(Math.abs(left / known.standing - 1)).toBeLessThan(0.02);
    if (known.parts) {
      const bySize = (a: readonly number[], b: readonly number[]) => b[2] - a[2];
      const came = parts.map(({ width, height, area }) => [width, height, area]).sort(bySize);
      const meant = [...known.parts].sort(bySize);
      expect(came).toHaveLength(meant.length);
      came.forEach(([width, height, area], k) => {
        // Within 0.02 mm of the rim; at a tip where two meet each takes a little of the other.
        const [w, h, a] = meant[k];
        expect(Math.max(Math.abs(width - w), Math.abs(height - h))).toBeLessThan(0.15);
        expect(Math.abs(area - a)).toBeLessThan(0.02 * 2 * (w + h));
      });
    }
    if (known.partCount !== undefined) expect(parts).toHaveLength(known.partCount);
    if (known.free !== undefined)
      expect(parts.filter(({ freedAt }) => freedAt !== null)).toHaveLength(known.free);
    known.at?.forEach(([x, y], k) => {
      expect(parts[k].x).toBeCloseTo(x, 3);
      expect(parts[k].y).toBeCloseTo(y, 3);
    });
    if (known.cuts !== undefined) expect(order).toHaveLength(known.cuts);
    // With the tool's middle beside the line, arcs around corners are a little longer.
    const through = tasks['cut-through'];
    if (known.length !== undefined) expect(Math.abs(through.length / known.length - 1)).toBeLessThan(0.01);
    if (known.pocketLength !== undefined)
      expect(Math.abs((tasks.pocket.length + tasks.engrave.length) / known.pocketLength - 1)).toBeLessThan(
        0.005,
      );
    if (known.passes !== undefined)
      expect(order.find(({ task }) => task === 'pocket')?.passes).toBe(known.passes);
    if (known.cutSeconds !== undefined) expect(through.seconds).toBeCloseTo(known.cutSeconds, 3);
    if (known.cutting !== undefined) {
      const work = rehearsal.moves.filter(({ kind }) => kind === 'work');
      expect(work.reduce((sum, { seconds }) => sum + seconds, 0)).toBeCloseTo(known.cutting, 3);
    }
    if (known.order) expect(report.findings.map(({ kind }) => kind)).not.toContain('cut-after-free');
  });
});

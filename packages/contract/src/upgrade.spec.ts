import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { SCHEMA, upgraded } from '@drelk/core';
import { jobDocumentSchema } from './document.schema';
import { NO_KEYS, differences, patched } from './patches';
import { upgradedHistory } from './upgrade';
import type { HistoryStep } from './wire';
import { brokenOf } from '../testing/broken';

const stored = (name: string): unknown =>
  JSON.parse(readFileSync(join(__dirname, '../../core/src/testing/documents', `${name}.json`), 'utf8'));

it.each(['schema-1-first', 'schema-1-ink', 'schema-1-line', 'schema-2', 'schema-6', 'schema-7'])(
  '%s is taken at the door once upgraded',
  (name) => {
    expect(brokenOf(jobDocumentSchema.validate(stored(name)))).toMatch(/^any.only at schema$/);
    expect(jobDocumentSchema.validate(upgraded(stored(name))).error).toBeUndefined();
  },
);

const json = fc.jsonValue({ maxDepth: 3 });
// Keys no document may have are refused at the door, and lead nowhere in a patch.
const record = fc
  .dictionary(fc.constantFrom('a', 'b', 'c', 'valueOf'), json)
  .filter((value) => !NO_KEYS.some((key) => JSON.stringify(value).includes(`"${key}"`)));

it('differences, applied, make one value the other, whatever they are', () => {
  fc.assert(
    fc.property(record, record, (before, after) => {
      const kept = JSON.stringify(before);
      expect(JSON.stringify(sorted(patched(before, differences(before, after))))).toBe(
        JSON.stringify(sorted(after)),
      );
      expect(JSON.stringify(before)).toBe(kept);
    }),
  );
});

/** Records with their keys in order, which says nothing. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, part]) => [key, sorted(part)]),
  );
}

it('patches of lists are those that were recorded: put in, taken out, cut short', () => {
  const list = { l: [1, 2, 3] };
  expect(patched(list, [{ op: 'add', path: ['l', 1], value: 9 }])).toEqual({ l: [1, 9, 2, 3] });
  expect(patched(list, [{ op: 'remove', path: ['l', 0] }])).toEqual({ l: [2, 3] });
  expect(patched(list, [{ op: 'replace', path: ['l', 'length'], value: 1 }])).toEqual({ l: [1] });
  expect(patched(list, [{ op: 'replace', path: [], value: 4 }])).toBe(4);
});

describe('the history of an older job', () => {
  const now = stored('schema-1-ink') as { ink: { strokes: object[] } };
  const { strokes } = now.ink;
  // The third stroke was taken out, the contrast changed, and both undone: two steps before the document, two after.
  const steps: HistoryStep[] = [
    {
      label: 'Brush',
      forward: [{ op: 'add', path: ['ink', 'strokes', 4], value: strokes[4] }],
      backward: [{ op: 'replace', path: ['ink', 'strokes', 'length'], value: 4 }],
    },
    {
      label: 'Name',
      forward: [{ op: 'replace', path: ['name'], value: 'Moth by hand' }],
      backward: [{ op: 'replace', path: ['name'], value: 'Moth' }],
    },
    {
      label: 'Take a stroke out',
      forward: [
        { op: 'replace', path: ['ink', 'strokes', 2], value: strokes[3] },
        { op: 'replace', path: ['ink', 'strokes', 3], value: strokes[4] },
        { op: 'replace', path: ['ink', 'strokes', 'length'], value: 4 },
      ],
      backward: [
        { op: 'replace', path: ['ink', 'strokes', 2], value: strokes[2] },
        { op: 'replace', path: ['ink', 'strokes', 3], value: strokes[3] },
        { op: 'add', path: ['ink', 'strokes', 4], value: strokes[4] },
      ],
    },
    {
      label: 'Corners',
      forward: [{ op: 'add', path: ['line', 'corners'], value: 0.9 }],
      backward: [{ op: 'remove', path: ['line', 'corners'] }],
    },
  ];
  const history = upgradedHistory({ document: now, steps, cursor: 2 });

  it('has the same steps, the document where it was', () => {
    expect(history.steps.map(({ label }) => label)).toEqual(steps.map(({ label }) => label));
    expect(history.document).toEqual(upgraded(now));
    expect(history.document.schema).toBe(SCHEMA);
  });

  it('undoes and redoes to what the old one would have come to', () => {
    let document: unknown = history.document;
    let old: unknown = now;
    for (const k of [1, 0]) {
      document = patched(document, history.steps[k].backward);
      old = patched(old, steps[k].backward);
      expect(document).toEqual(upgraded(old));
    }
    for (const k of [0, 1, 2, 3]) {
      document = patched(document, history.steps[k].forward);
      old = patched(old, steps[k].forward);
      expect(document).toEqual(upgraded(old));
      expect(jobDocumentSchema.validate(document).error).toBeUndefined();
    }
  });
});

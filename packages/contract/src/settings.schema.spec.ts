import { INK, LINE, type Settings, VECTOR, VECTOR_DEFAULTS, isSetting, newJob } from '@drelk/core';
import { jobDocumentSchema } from './document.schema';

const source = {
  blob: 'a'.repeat(64),
  name: 'tea.svg',
  kind: 'svg',
  width: 10,
  height: 10,
  density: null,
  notes: [],
};
const document = newJob(source, VECTOR_DEFAULTS);

/** Every figure of a record: where it stands in the document, how far it goes, and what is beyond that. */
function figuresOf(record: Settings<unknown>, way: readonly string[]): [string, number, number][] {
  return Object.entries<object>(record).flatMap(([name, entry]) => {
    const here = [...way, name];
    if (!isSetting(entry)) return figuresOf(entry as Settings<unknown>, here);
    return entry.forms.flatMap((form): [string, number, number][] => {
      if (form.form !== 'figure') return [];
      const step = form.whole ? 1 : 1e-3;
      return [
        [here.join('.'), form.most, form.most + step],
        form.above === undefined
          ? [here.join('.'), form.least ?? 0, (form.least ?? 0) - step]
          : [here.join('.'), form.above + step, form.above],
      ];
    });
  });
}

/** The document with one value changed, by where it stands. */
function withValue(way: string, value: number): unknown {
  const changed = JSON.parse(JSON.stringify(document)) as Record<string, unknown>;
  const names = way.split('.');
  const place = names.slice(0, -1).reduce((at, name) => at[name] as Record<string, unknown>, changed);
  place[names[names.length - 1]] = value;
  return changed;
}

const figures = [...figuresOf(INK, ['ink']), ...figuresOf(LINE, ['line']), ...figuresOf(VECTOR, ['vector'])];

it('is a job whose settings are all as they usually are', () => {
  expect(jobDocumentSchema.validate(document).error).toBeUndefined();
});

it.each(figures)('%s is taken at %d and refused at %d', (way, at, beyond) => {
  expect(jobDocumentSchema.validate(withValue(way, at)).error).toBeUndefined();
  const { error } = jobDocumentSchema.validate(withValue(way, beyond));
  expect(error?.details.map(({ path }) => path.join('.'))).toEqual([way]);
});

import { readFile } from 'node:fs/promises';
import {
  type CheckedFile,
  DrelkError,
  type JobDocument,
  fileOf,
  madeJob,
  newJob,
  parseLength,
  proof,
  upgraded,
} from '@drelk/core';
import { openPicture } from '@drelk/decode';
import { openJob } from '@drelk/runner';
import { shelf } from './fonts';
import { asReport, formatFor, writeAll } from './write-all';

export interface TraceOptions {
  out: string[];
  width?: string;
  height?: string;
  sizeBy?: 'artwork' | 'picture';
  method?: 'outline' | 'centreline' | 'colours';
  colours?: string;
  threshold?: string;
  tolerance?: string;
  dxf?: 'r12' | '2000';
  job?: string;
  report?: string;
}

/** `drelk trace`: picture in, checked cut files and a report out. Files appear whole or not at all. */
export async function trace(path: string, options: TraceOptions): Promise<void> {
  const formats = options.out.map((file) => formatFor(file));
  const begun = performance.now();
  const { source, decoded } = await openPicture(path);
  const decode = performance.now() - begun;
  const document = withOptions(
    options.job ? await readJob(options.job, newJob(source)) : newJob(source),
    options,
  );
  const run = await openJob(decoded, shelf).run(document, {
    progress: () => undefined,
    stopped: () => false,
    now: () => performance.now(),
  });
  const { facts, artwork, piece } = run.take(madeJob);
  const findings = options.report ? run.take(proof).findings : [];
  const handing = performance.now();
  const files = formats.map((format) => run.take(fileOf({ format })));
  const milliseconds = { decode, ...run.timing(), handoff: performance.now() - handing };
  const outputs: [string, string | Uint8Array][] = files.map((file, k) => [options.out[k], file.bytes]);
  if (options.report) {
    const report = {
      ...facts,
      kind: artwork.traced?.kind,
      scaleSource: piece.scale.source,
      findings,
    };
    outputs.push([options.report, asReport({ ...report, files: readBacks(files), milliseconds })]);
  }
  await writeAll(outputs);
  if (!options.report) {
    const { width, height, shapes, nodes, match } = facts;
    console.log(
      `${width.toFixed(2)} x ${height.toFixed(2)} mm, ${shapes} shapes, ${nodes} nodes, match ${(match ?? 0).toFixed(2)} %`,
    );
  }
}

function withOptions(document: JobDocument, options: TraceOptions): JobDocument {
  const { ink, line, piece, handoff } = document;
  const edge = options.height && !options.width ? 'height' : 'width';
  const length = options.width ?? options.height;
  return {
    ...document,
    ink: inkFor(ink, options),
    line: {
      ...line,
      method: options.method ? METHODS[options.method] : line.method,
      tolerance: options.tolerance ? parseLength(options.tolerance, 'mm') : line.tolerance,
    },
    piece: {
      ...piece,
      by: options.sizeBy ?? piece.by,
      edge: length ? edge : piece.edge,
      length: length ? parseLength(length, 'mm') : piece.length,
    },
    handoff: options.dxf ? { ...handoff, dxf: { ...handoff.dxf, release: options.dxf } } : handoff,
  };
}

const METHODS = { outline: 'outline', centreline: 'centreline', colours: 'plates' } as const;
const MOST_COLOURS = 64;

function inkFor(ink: JobDocument['ink'], options: TraceOptions): JobDocument['ink'] {
  const toned = options.threshold ? withThreshold(ink, readThreshold(options.threshold)) : ink;
  if (options.method !== 'colours' && !options.colours) return toned;
  return { ...toned, by: 'plates', plates: withColours(toned.plates, options) };
}

/** The paper is one of the colours; every other becomes ink. */
function withColours(plates: JobDocument['ink']['plates'], { colours }: TraceOptions) {
  if (!colours) return plates;
  const count = Number(colours);
  if (!Number.isInteger(count) || count < 2 || count > MOST_COLOURS) {
    throw new DrelkError(
      'bad-document',
      `“${colours}” is not a number of colours.`,
      `Give a whole number from 2 to ${MOST_COLOURS}, the paper counted.`,
    );
  }
  return { ...plates, count };
}

/** A tone given by hand parts tones, whatever the picture is taken to be. */
function withThreshold(ink: JobDocument['ink'], threshold: 'auto' | number): JobDocument['ink'] {
  return { ...ink, threshold, by: threshold === 'auto' ? ink.by : 'tone' };
}

function readThreshold(text: string): 'auto' | number {
  if (text === 'auto') return 'auto';
  const tone = Number(text);
  if (Number.isInteger(tone) && tone >= 0 && tone <= 255) return tone;
  throw new DrelkError(
    'bad-document',
    `“${text}” is not a threshold.`,
    'Give auto, or a tone from 0 to 255.',
  );
}

/** Settings of a saved job on another picture. */
async function readJob(path: string, fresh: JobDocument): Promise<JobDocument> {
  const wrong = (why: string) =>
    new DrelkError(
      'bad-document',
      `“${path}” is not a job document: ${why}.`,
      'Give a file saved as a job by Drelk.',
    );
  const text = await readFile(path, 'utf8').catch(() => {
    throw wrong('it cannot be opened');
  });
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw wrong('it is not JSON');
  }
  const { jobSettingsSchema } = await import('@drelk/contract');
  const checked = jobSettingsSchema.validate(upgraded(value));
  if (checked.error) throw wrong(checked.error.message);
  return { ...(checked.value as JobDocument), source: fresh.source };
}

const readBacks = (files: CheckedFile[]) => files.map(({ format, readBack }) => ({ format, ...readBack }));

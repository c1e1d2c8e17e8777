import sharp from 'sharp';
import { TASKS, rehearseVectorFile, sheetPicture } from '@drelk/core';
import { type OutsideOptions, outsideFile } from './outside';
import { asReport, writeAll } from './write-all';

export interface RehearseOptions extends OutsideOptions {
  /** False where the tool's middle is to follow the line itself. */
  beside: boolean;
  report?: string;
  picture?: string;
}

/** The larger side of a picture of the sheet, in pixels. */
const PICTURE = 1600;

/** `drelk rehearse`: a machine follows an SVG or DXF file, with order, time, and the parts that come out. */
export async function rehearse(path: string, options: RehearseOptions): Promise<void> {
  const { bytes, fonts, asked } = await outsideFile(path, options);
  const wishes = {
    ...asked,
    compensated: options.beside,
  };
  const begun = performance.now();
  const { rehearsal, report } = rehearseVectorFile(bytes, path, wishes, {
    now: () => performance.now(),
    fonts,
  });
  const milliseconds = performance.now() - begun;
  const outputs: [string, string | Uint8Array][] = [];
  if (options.report) outputs.push([options.report, asReport({ ...report, milliseconds })]);
  if (options.picture)
    outputs.push([
      options.picture,
      await sharp(Buffer.from(sheetPicture(rehearsal, PICTURE)))
        .png()
        .toBuffer(),
    ]);
  await writeAll(outputs);
  if (options.report) return;
  const { size, material, tool, seconds, tasks, travel, pierces, parts, standing, findings } = report;
  console.log(`${size.width.toFixed(2)} x ${size.height.toFixed(2)} mm, for ${material}, ${tool}`);
  console.log(`${seconds.toFixed(1)} s, ${pierces.count} pierces`);
  for (const task of TASKS)
    if (task !== 'guide' && tasks[task].seconds > 0) console.log(spent(task, tasks[task]));
  console.log(spent('travel', travel));
  for (const { width, height, freedAt } of parts)
    console.log(
      `part of ${width.toFixed(2)} x ${height.toFixed(2)} mm, ${freedAt === null ? 'held by tabs' : `free after ${freedAt.toFixed(1)} s`}`,
    );
  if (standing.length > 0) {
    const all = standing.reduce((sum, { area }) => sum + area, 0);
    console.log(`${all.toFixed(2)} mm² left standing, in ${standing.length} places`);
  }
  for (const { severity, message, hint } of findings) console.log(`${severity}: ${message} ${hint}`);
}

const spent = (what: string, { seconds, length }: { seconds: number; length: number }): string =>
  `${what}: ${length.toFixed(1)} mm in ${seconds.toFixed(1)} s`;

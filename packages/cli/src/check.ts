import { readFile } from 'node:fs/promises';
import { DrelkError, checkVectorFile, parseLength } from '@drelk/core';
import { fontsFor } from './fonts';
import { UNITS } from './tidy';
import { asReport, writeAll } from './write-all';

export interface CheckOptions {
  process: string;
  material?: string;
  tool?: string;
  unit?: string;
  report?: string;
}

/** `drelk check`: an SVG or DXF file against what a process, a material and a tool allow. */
export async function check(path: string, options: CheckOptions): Promise<void> {
  const { process, material, tool, unit } = options;
  const bytes = await readFile(path).catch(() => {
    throw new DrelkError('bad-drawing', `“${path}” cannot be opened.`, 'Check its name and where it lies.');
  });
  const fonts = await fontsFor(bytes);
  const asked = {
    process,
    ...(material === undefined ? {} : { material }),
    ...(tool === undefined ? {} : { tool: parseLength(tool, 'mm') }),
    ...(unit === undefined ? {} : { millimetresPerUnit: UNITS[unit] }),
  };
  const begun = performance.now();
  const checked = checkVectorFile(bytes, path, asked, { now: () => performance.now(), fonts });
  const milliseconds = performance.now() - begun;
  if (options.report) {
    await writeAll([[options.report, asReport({ ...checked, milliseconds })]]);
    return;
  }
  const { size, contours, findings } = checked;
  console.log(
    `${size.width.toFixed(2)} x ${size.height.toFixed(2)} mm, ${contours} contours, for ${checked.material}, ${checked.tool}`,
  );
  for (const { severity, message, hint } of findings) console.log(`${severity}: ${message} ${hint}`);
  if (findings.length === 0) console.log('Nothing found that would spoil the cut.');
}

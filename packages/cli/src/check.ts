import { checkVectorFile } from '@drelk/core';
import { type OutsideOptions, outsideFile } from './outside';
import { asReport, writeAll } from './write-all';

export interface CheckOptions extends OutsideOptions {
  report?: string;
}

/** `drelk check`: an SVG or DXF file against what a process, a material and a tool allow. */
export async function check(path: string, options: CheckOptions): Promise<void> {
  const { bytes, fonts, asked } = await outsideFile(path, options);
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

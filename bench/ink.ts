import { readdirSync } from 'node:fs';
import { inkResult, newMemory, startRun } from '@drelk/core';
import { DEMO, demoPicture } from '../packages/core/src/testing/demo';
import { comparedWithTruth } from '../packages/core/src/testing/truth';
import { context, median, now } from './measure';

const RUNS = 3;

/** Each demo picture with nothing touched: what it is seen as, its ink against what was drawn, and the time to ink. */
export async function inkRows(): Promise<Record<string, Record<string, string>>> {
  const rows: Record<string, Record<string, string>> = {};
  for (const file of readdirSync(`${DEMO}/pictures`).filter((name) => !name.endsWith('.dxf'))) {
    const { traced, iou } = await comparedWithTruth(file);
    const { document, decoded } = await demoPicture(file);
    const times = Array.from({ length: RUNS }, () => {
      const begun = now();
      startRun({ document, source: decoded }, newMemory(), context).take(inkResult);
      return now() - begun;
    });
    const { width, height } = decoded.picture;
    rows[file] = {
      pixels: `${width} × ${height}`,
      kind: traced.kind,
      'intersection over union': iou.toFixed(4),
      'to ink': `${median(times).toFixed(0)} ms`,
    };
  }
  return rows;
}

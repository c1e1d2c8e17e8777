import { TASKS, type Task } from '../../format';
import { type CheckedFile, contentOf } from '../../handoff';
import { contourLength, contoursOf } from '../../geometry';
import { machineFor } from '../../machine';
import { rehearse } from '../../rehearse';
import type { JobDocument } from '../document/document';
import { formatLength, formatLong } from '../document/length';
import type { JobResult } from '../steps/result';

/** What a workshop needs to know beside the files, as plain text: size, material, tool, tasks, times, warnings, files. */
export function jobCard(
  document: JobDocument,
  result: JobResult,
  files: readonly CheckedFile[],
  leftOut: readonly string[] = [],
): string {
  const { name, units, prove } = document;
  const { material, tool } = prove;
  const { frame } = result.drawing;
  const length = (millimetres: number) => formatLength(millimetres, units);
  const times = timesOf(document, result);
  const { findings, waived } = result.proof;
  return [
    name,
    '='.repeat(Math.min(60, [...name].length)),
    '',
    `Size      ${length(frame.right - frame.left)} x ${length(frame.bottom - frame.top)}`,
    `Process   ${material.process}`,
    `Material  ${material.name}`,
    `Tool      ${tool.name}`,
    '',
    'Tasks',
    ...TASKS.flatMap((task) => taskLine(task, result, times?.get(task), units)),
    ...(times ? ['', `On the machine about ${clock(times.get('all') ?? 0)}, as rehearsed.`] : []),
    '',
    'Findings',
    ...(findings.length === 0 ? ['  none'] : findings.map(({ message, hint }) => `  ${message} ${hint}`)),
    ...waived.map(({ message, reason }) => `  waived: ${message} ${reason}`),
    '',
    'Files, each read back and compared with the piece',
    ...files.map(({ name: file, readBack }) => `  ${file}: ${contentOf(readBack)}`),
    ...leftOut.map((why) => `  ${why}`),
    '',
  ].join('\n');
}

function taskLine(
  task: Task,
  { drawing }: JobResult,
  seconds: number | undefined,
  units: 'mm' | 'in',
): string[] {
  const contours = contoursOf(drawing.paths.filter((path) => path.task === task).map(({ shape }) => shape));
  if (contours.length === 0) return [];
  const whole = contours.reduce((sum, contour) => sum + contourLength(contour), 0);
  const time = seconds === undefined ? '' : `, about ${clock(seconds)}`;
  return [`  ${task.replace('-', ' ')}: ${contours.length} contours, ${formatLong(whole, units)}${time}`];
}

/** Seconds by task, and of all; none where there is nothing that the machine could do. */
function timesOf(
  { prove: { material, tool, works } }: JobDocument,
  { drawing }: JobResult,
): Map<string, number> | undefined {
  try {
    const { byTask, seconds } = rehearse(drawing.paths, machineFor(material, tool, { works }));
    return new Map([
      ...Object.entries(byTask).map(([task, spent]): [string, number] => [task, spent.seconds]),
      ['all', seconds],
    ]);
  } catch {
    return undefined;
  }
}

const clock = (seconds: number): string => {
  const whole = Math.round(seconds);
  return whole < 60 ? `${whole} s` : `${Math.floor(whole / 60)} min ${whole % 60} s`;
};

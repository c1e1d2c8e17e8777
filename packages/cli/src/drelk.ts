import { Command, CommanderError, Option } from 'commander';
import { DrelkError, PROCESSES, WANTED } from '@drelk/core';
import { type CheckOptions, check } from './check';
import { type RehearseOptions, rehearse } from './rehearse';
import { type TidyOptions, UNIT_NAMES, tidy } from './tidy';
import { type TraceOptions, trace } from './trace';

/** Exit codes: a wrong file or value; something that does not exist. */
const WRONG = 1;
const UNKNOWN = 2;

const collect = (value: string, list: string[]) => [...list, value];

const program = new Command('drelk').description('From a picture to a proven cut file.').exitOverride();
program
  .command('trace')
  .description('turns a picture into closed paths at true size')
  .argument('<picture>', 'PNG, JPEG, WebP, GIF, BMP, TIFF or AVIF file')
  .option(
    '--out <file>',
    'file to write, by its ending SVG, DXF, PDF or PNG; may be given again',
    collect,
    [],
  )
  .option('--width <length>', 'width of the artwork, such as 120mm, 5in or 4 1/2in')
  .option('--height <length>', 'height of the artwork')
  .addOption(new Option('--size-by <what>', 'what the size is that of').choices(['artwork', 'picture']))
  .addOption(
    new Option('--method <method>', 'how ink becomes paths').choices(['outline', 'centreline', 'colours']),
  )
  .option('--colours <count>', 'how many colours, the paper among them')
  .option('--threshold <tone>', 'auto, or 0 to 255')
  .option('--tolerance <length>', 'how far paths may be off the ink')
  .addOption(new Option('--dxf <release>', 'DXF release').choices(['r12', '2000']))
  .option('--job <file>', 'job document whose settings to use')
  .option('--report <file>', 'where to write what was found, as JSON')
  .action((picture: string, options: TraceOptions) => trace(picture, options));

program
  .command('tidy')
  .description('turns an old vector file into clean closed paths, in the same coordinates')
  .argument('<file>', 'SVG, or DXF saved as text')
  .option('--out <file>', 'file to write, by its ending SVG or DXF; may be given again', collect, [])
  .option('--simplify <length>', 'fit curves anew, at most so far off')
  .option('--join <length>', 'join ends this near one another (0.1mm)')
  .addOption(new Option('--unit <unit>', 'what a unit is, where the file does not say').choices(UNIT_NAMES))
  .addOption(new Option('--dxf <release>', 'DXF release').choices(['r12', '2000']))
  .option('--report <file>', 'where to write what was found, as JSON')
  .action((file: string, options: TidyOptions) => tidy(file, options));

/** Commands about somebody's file and the work that it is for. */
const outside = (name: string, description: string): Command =>
  program
    .command(name)
    .description(description)
    .argument('<file>', 'SVG, or DXF saved as text')
    .requiredOption('--process <process>', PROCESSES.join(', '))
    .option('--material <name>', 'one of the process’s materials by its name; the first of them otherwise')
    .option('--tool <length>', 'how wide the tool cuts, such as 3.175mm or 1/8in')
    .addOption(new Option('--unit <unit>', 'what a unit is, where the file does not say').choices(UNIT_NAMES))
    .option('--depth <length>', 'of pockets (1/8in)')
    .addOption(
      new Option('--comes-out <what>', 'what is to come out, where what lies in what does not tell').choices(
        WANTED,
      ),
    )
    .option('--report <file>', 'where to write what was found, as JSON');

outside('check', 'looks at a cut file for what would spoil the cut').action(
  (file: string, options: CheckOptions) => check(file, options),
);

outside('rehearse', 'follows a cut file as a machine would: order, time, and what comes out')
  .option('--no-beside', 'the tool’s middle follows the line itself, not beside it')
  .option('--picture <file>', 'where to write a picture of the sheet, as PNG')
  .action((file: string, options: RehearseOptions) => rehearse(file, options));

program.parseAsync().catch((error: unknown) => {
  if (error instanceof DrelkError) {
    console.error(`${error.message} ${error.hint}`);
    process.exitCode = WRONG;
  } else if (error instanceof CommanderError) {
    process.exitCode = error.exitCode === 0 ? 0 : UNKNOWN;
  } else {
    console.error(error instanceof Error ? error.message : String(error));
    process.exitCode = WRONG;
  }
});

import { median } from '../measure';
import { type Artwork, artworks, isAside, isAsideTreatment } from './artworks';
import { type Verdict, judged } from './judged';
import { TREATMENTS, type Treatment } from './treatments';

/** A rim may be so far off, and there may be so many times the nodes of the clean picture, where a treatment says nothing else. */
const OFF = 1;
const NODES = 1.5;

interface Row {
  artwork: Artwork;
  treatment: Treatment;
  verdict: Verdict;
  /** Nodes over those of the clean picture. */
  times: number;
}

const faultsOf = ({ treatment, verdict, times }: Row): string[] => [
  ...(verdict.iou >= verdict.asked ? [] : ['ink']),
  ...(verdict.hasParts ? [] : ['parts']),
  ...(verdict.off <= (treatment.off ?? OFF) ? [] : ['rim']),
  ...(times <= (treatment.nodes ?? NODES) ? [] : ['nodes']),
];

/**
 * Artworks put through what pictures go through, with nothing touched. `only=WORDS|WORDS` takes treatments whose names hold one of these,
 * `without=WORDS|WORDS` leaves them out, `some` takes every third artwork; `open` leaves out all that is kept aside, `each` has a line for
 * every picture that is not usable and may be looked at.
 */
export async function treatedRows(words: readonly string[]): Promise<void> {
  const wordsAfter = (option: string) =>
    words
      .find((word) => word.startsWith(option))
      ?.slice(option.length)
      .split('|');
  const [only, without] = ['only=', 'without='].map(wordsAfter);
  const isOpen = words.includes('open');
  const all = (await artworks()).filter(
    ({ name }, k) => !(isOpen && isAside(name)) && (!words.includes('some') || k % 3 === 0),
  );
  const [clean] = TREATMENTS;
  const holds = (name: string, some: readonly string[] | undefined) =>
    some?.some((own) => name.includes(own));
  const chosen = TREATMENTS.filter(
    ({ name }) =>
      name === clean.name ||
      (!(isOpen && isAsideTreatment(name)) && (!only || holds(name, only)) && !holds(name, without)),
  );
  const rows: Row[] = [];
  for (const artwork of all) {
    let usual = 1;
    for (const treatment of chosen) {
      const verdict = await judged(artwork, treatment);
      if (treatment === clean) usual = Math.max(1, verdict.nodes);
      const row = { artwork, treatment, verdict, times: verdict.nodes / usual };
      rows.push(row);
      const faults = faultsOf(row);
      if (
        words.includes('each') &&
        faults.length > 0 &&
        !isAside(artwork.name) &&
        !isAsideTreatment(treatment.name)
      )
        console.log(
          `${treatment.name}: ${artwork.name}: ${faults.join()} iou ${verdict.iou.toFixed(4)} of ${verdict.asked.toFixed(4)}, off ${verdict.off.toFixed(2)}, nodes ${verdict.nodes}, ${row.times.toFixed(2)} x`,
        );
    }
  }
  for (const [half, isMine] of HALVES) {
    const mine = rows.filter(({ artwork }) => isMine(artwork.name));
    if (mine.length > 0) table(half, mine, chosen);
  }
}

const HALVES = [
  ['artworks tuned on', (name: string) => !isAside(name)],
  ['artworks kept aside', isAside],
] as const;

function table(half: string, rows: readonly Row[], chosen: readonly Treatment[]): void {
  console.log(`\nTreated pictures, ${half}; nothing touched\n`);
  console.log(
    '| treatment | usable | ink | parts | rim | nodes | median nodes, times clean | median off | median ms |',
  );
  console.log('|---|---|---|---|---|---|---|---|---|');
  const line = (name: string, own: readonly Row[]) => {
    const without = (fault: string) => `${own.filter((row) => !faultsOf(row).includes(fault)).length}`;
    const cells = [
      name,
      `${own.filter((row) => faultsOf(row).length === 0).length} of ${own.length}`,
      ...['ink', 'parts', 'rim', 'nodes'].map(without),
      `${median(own.map(({ times }) => times)).toFixed(2)}`,
      `${median(own.map(({ verdict }) => verdict.off)).toFixed(2)} px`,
      median(own.map(({ verdict }) => verdict.milliseconds)).toFixed(0),
    ];
    console.log(`| ${cells.join(' | ')} |`);
  };
  for (const treatment of chosen)
    line(
      `${treatment.name}${isAsideTreatment(treatment.name) ? ' (kept aside)' : ''}`,
      rows.filter((row) => row.treatment === treatment),
    );
  line('all', rows);
}

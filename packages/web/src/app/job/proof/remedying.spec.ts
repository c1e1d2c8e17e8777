import { TestBed } from '@angular/core/testing';
import { type Finding, MATERIALS, nestContours, circleContour, packPaths, reshaped } from '@drelk/core';
import { fakeWork, viewWith } from '../../../../testing/fake-work';
import { ProblemService } from '../../shared/problem.service';
import { Remedying } from './remedying';
import { asFound } from '../../../../testing/findings';

const context = { now: () => 0, stopped: () => false, progress: () => undefined };
const finding = (more: Partial<Finding>): Finding =>
  asFound({
    kind: 'small-hole',
    severity: 'warn',
    count: 1,
    measured: 0.5,
    allowed: 1,
    places: [{ x: 10, y: 10 }],
    sizes: [0.5],
    message: '1 hole is smaller than 1 mm.',
    hint: 'Enlarge it.',
    ...more,
  });
/** A disc with a small hole in it, two pixels to a millimetre. */
const paths = packPaths(
  nestContours([circleContour({ x: 20, y: 20 }, 18), circleContour({ x: 20, y: 20 }, 0.5)], 0.01),
);

/** The bench with findings on an artwork that lies by itself. */
function bench(findings: Finding[], view = viewWith()) {
  const shown = {
    ...view,
    paths,
    frame: { x: 0, y: 0, width: 20, height: 20 },
    artwork: { width: 20, height: 20 },
    millimetresPerPixel: 0.5,
    proof: { findings, waived: [], parts: 1, want: { is: 'together', isSaid: false } },
    piece: {
      ...view.piece,
      items: [{ id: 1, box: undefined, map: [0.5, 0, 0, 0.5, 0, 0] as const, task: 'cut-through' as const }],
    },
  };
  const own = fakeWork(shown as unknown as typeof view);
  own.bench.stage.set('prove');
  own.engine.ask.mockImplementation(
    (
      question: string,
      { shapes, what }: { shapes: Parameters<typeof reshaped>[0]; what: Parameters<typeof reshaped>[1] },
    ) =>
      Promise.resolve(
        question === 'wouldBe'
          ? { contours: [circleContour({ x: 5, y: 5 }, 2)] }
          : { made: reshaped(shapes, what, context) },
      ),
  );
  return { ...own, remedying: TestBed.inject(Remedying), shown };
}

/** A result comes for what was changed, with other findings. */
function workedOut({ result, shown }: ReturnType<typeof bench>, findings: Finding[]) {
  (result.view as unknown as { set(view: unknown): void }).set({
    ...shown,
    proof: { findings, waived: [], parts: 1, want: { is: 'together', isSaid: false } },
  });
  TestBed.tick();
}

describe('remedies', () => {
  it('can be stopped while it is worked out: nothing is prepared, and nothing changed', async () => {
    const { remedying, engine, store, shown } = bench([finding({})]);
    let reject: (problem: unknown) => void = () => undefined;
    engine.ask.mockImplementation(
      () =>
        new Promise((_, no) => {
          reject = no;
        }),
    );
    engine.stopAsking.mockImplementation(() => reject({ code: 'stopped', message: '', hint: '' }));
    const before = store.document();
    const thin = { act: 'thicken', says: 'Thicken it', taken: 'Thickened', isSafe: true } as const;
    const looking = remedying.look({ ...shown.proof.findings[0], kind: 'neck' }, thin);
    expect(remedying.working()).toMatchObject({ kind: 'neck' });
    remedying.stop();
    await looking;
    expect([remedying.working(), remedying.prepared(), remedying.busy()]).toEqual([
      undefined,
      undefined,
      false,
    ]);
    expect(store.document()).toBe(before);
  });

  it('are those of the kind; none where only another drawing would help', () => {
    const { remedying } = bench([]);
    expect(remedying.of(finding({})).map(({ act }) => act)).toEqual(['enlarge', 'drop']);
    expect(remedying.of(finding({ kind: 'coarse' }))).toEqual([]);
    expect(remedying.of(finding({ kind: 'inner-corner' })).every(({ isSafe }) => !isSafe)).toBe(true);
  });

  it('show a ghost, change nothing until they are taken, and are one step of the history', async () => {
    const hole = finding({});
    const all = bench([hole]);
    const { remedying, store } = all;
    const before = store.document();
    await remedying.look(hole, remedying.of(hole)[0]);
    expect(remedying.ghosts()).toHaveLength(1);
    // Two pixels across, 1.01 of the least, about its own middle.
    const xs = remedying.ghosts()[0].points.filter((_, k) => k % 2 === 0);
    expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(2.02, 1);
    expect(store.document()).toBe(before);

    const taken = remedying.take();
    expect(store.undoLabel()).toBe('Holes enlarged');
    workedOut(all, []);
    await taken;
    expect(remedying.ghosts()).toEqual([]);
    store.undo();
    expect(store.document()?.line.hand).toEqual({});
  });

  it('are left without a trace', async () => {
    const hole = finding({});
    const { remedying, store } = bench([hole]);
    await remedying.look(hole, remedying.of(hole)[1]);
    remedying.leave();
    expect(remedying.prepared()).toBeUndefined();
    await remedying.take();
    expect(store.undoLabel()).toBeUndefined();
  });

  it('say what is left of a finding', async () => {
    const hole = finding({ count: 3 });
    const all = bench([hole]);
    const note = jest.spyOn(TestBed.inject(ProblemService), 'note').mockImplementation();
    await all.remedying.look(hole, all.remedying.of(hole)[0]);
    const taken = all.remedying.take();
    workedOut(all, [finding({ count: 2, message: '2 holes are smaller than 1 mm.' })]);
    await taken;
    expect(note).toHaveBeenCalledWith(expect.stringContaining('Left: 2 holes are smaller than 1 mm.'));
  });

  it('that do not mend what they promised, or spoil something else, are not kept', async () => {
    const note = jest.spyOn(TestBed.inject(ProblemService), 'note').mockImplementation();
    const soon = () => new Promise((resolve) => setTimeout(resolve, 20));
    for (const [after, why] of [
      [[finding({})], 'It would not have mended what it promised to.'],
      [[finding({ kind: 'crossing', severity: 'stop', message: 'Cuts cross.' })], 'Cuts cross.'],
    ] as const) {
      TestBed.resetTestingModule();
      const hole = finding({});
      const all = bench([hole]);
      const told = jest.spyOn(TestBed.inject(ProblemService), 'note').mockImplementation();
      await all.remedying.look(hole, all.remedying.of(hole)[0]);
      const taken = all.remedying.take();
      workedOut(all, [...after]);
      await soon();
      workedOut(all, [hole]);
      await taken;
      expect(all.store.undoLabel()).toBeUndefined();
      expect(told).toHaveBeenCalledWith(`It was not kept. ${why}`);
    }
    expect(note).not.toHaveBeenCalled();
  });

  it('where nothing of the artwork lies say so', async () => {
    const far = finding({ places: [{ x: 90, y: 90 }] });
    const { remedying, problems } = bench([far]);
    await remedying.look(far, remedying.of(far)[0]);
    expect(problems.tell).toHaveBeenCalledWith(
      expect.objectContaining({ message: 'Nothing of the artwork lies there that could be mended so.' }),
    );
    expect(remedying.prepared()).toBeUndefined();
  });

  it('shrink onto the bed, either way around, and hold islands by bridges', async () => {
    const bed = finding({ kind: 'outside-bed', places: [], sizes: [] });
    const all = bench([bed], viewWith());
    const { remedying, store } = all;
    store.change('A small bed', ({ prove }) => {
      prove.material = { ...MATERIALS[0], bed: { width: 8, height: 10 } };
    });
    await remedying.look(bed, remedying.of(bed)[0]);
    const taken = remedying.take();
    workedOut(all, []);
    await taken;
    expect(store.document()?.piece).toMatchObject({ edge: 'width', length: 8 });

    const island = finding({ kind: 'island' });
    await remedying.look(island, remedying.of(island)[0]);
    // What the piece would have is seen first: from millimetres to pixels of the bench.
    const [ghost] = remedying.ghosts();
    expect(Math.max(...ghost.points.filter((_, k) => k % 2 === 0))).toBeCloseTo(14, 6);
    expect(store.document()?.piece.items[1]).toMatchObject({ bridges: null });
    const bridged = remedying.take();
    workedOut(all, []);
    await bridged;
    expect(store.document()?.piece.items[1]).toMatchObject({ bridges: { width: 2, count: 0 } });
  });

  it('turn a piece over that would read backwards', async () => {
    const backwards = finding({ kind: 'mirrored', places: [], sizes: [] });
    const all = bench([backwards]);
    const { remedying, store } = all;
    await remedying.look(backwards, remedying.of(backwards)[0]);
    expect(remedying.ghosts()).toHaveLength(1);
    const taken = remedying.take();
    workedOut(all, []);
    await taken;
    expect(store.document()?.piece.mirrored).toBe(true);
  });

  it('that are safe are taken one after another', async () => {
    const hole = finding({});
    const all = bench([hole]);
    expect(all.remedying.safe().map(({ remedy }) => remedy.act)).toEqual(['enlarge']);
    const taken = all.remedying.takeSafe();
    await new Promise((resolve) => setTimeout(resolve, 20));
    workedOut(all, []);
    await taken;
    expect(all.store.undoLabel()).toBe('Holes enlarged');
    expect(all.remedying.busy()).toBe(false);
  });

  it('that would spoil more than they mend are taken back, and that is said', async () => {
    const hole = finding({});
    const all = bench([hole]);
    const note = jest.spyOn(TestBed.inject(ProblemService), 'note').mockImplementation();
    const soon = () => new Promise((resolve) => setTimeout(resolve, 20));
    const taken = all.remedying.takeSafe();
    await soon();
    expect(all.store.undoLabel()).toBe('Holes enlarged');
    workedOut(all, [finding({ kind: 'wall', count: 3, message: '3 walls are thin.' })]);
    await soon();
    workedOut(all, [hole]);
    await taken;
    expect(all.store.undoLabel()).toBeUndefined();
    expect(note).toHaveBeenCalledWith(
      'Left: 1 hole is smaller than 1 mm. What would have spoiled more than it mends was not kept.',
    );
  });

  it('to give a size leads to where it is typed', async () => {
    const { remedying, bench: state } = bench([]);
    const none = finding({ kind: 'no-true-size', places: [] });
    await remedying.look(none, remedying.of(none)[0]);
    expect(state.stage()).toBe('piece');
  });
});

import { TestBed } from '@angular/core/testing';
import { type Finding, MATERIALS, TOOLS } from '@drelk/core';
import { fakeWork, render, viewWith } from '../../../../testing/fake-work';
import { Commands } from '../../job/keys/commands';
import { Proving } from '../../job/proof/proving';
import { ProvePanel } from './prove-panel';
import { asFound } from '../../../../testing/findings';

const finding = (more: Partial<Finding>): Finding =>
  asFound({
    kind: 'neck',
    severity: 'warn',
    count: 2,
    measured: 0.4,
    allowed: 1,
    places: [
      { x: 10, y: 20 },
      { x: 30, y: 25 },
    ],
    sizes: [0.4, 0.7],
    message: '2 necks are narrower than 1 mm.',
    hint: 'Thicken them.',
    ...more,
  });
const crossing = finding({
  kind: 'crossing',
  severity: 'stop',
  count: 1,
  places: [{ x: 5, y: 5 }],
  message: 'Cuts cross.',
});
const coarse = finding({ kind: 'coarse', severity: 'note', places: [], message: 'One pixel is large.' });

function proving() {
  const fake = fakeWork(
    viewWith({
      proof: {
        findings: [crossing, finding({}), coarse],
        waived: [],
        parts: 1,
        want: { is: 'together', isSaid: false },
      },
    }),
  );
  fake.bench.stage.set('prove');
  fake.bench.size.set({ width: 800, height: 600 });
  const page = render(ProvePanel);
  const own = TestBed.inject(Proving);
  const choose = (label: string, id: string) => {
    const select = page.element.querySelector<HTMLSelectElement>(`select[aria-label="${label}"]`);
    if (!select) throw new Error(`No list is called “${label}”.`);
    select.value = id;
    select.dispatchEvent(new Event('change', { bubbles: true }));
    page.fixture.detectChanges();
  };
  const prove = () => fake.store.document()?.prove;
  return { ...fake, ...page, own, choose, prove };
}

describe('the panel of Prove', () => {
  it('lists what was found, and marks all of it on the bench', () => {
    const { text, own } = proving();
    expect(text()).toContain('Cuts cross.');
    expect(own.marks().map(({ severity }) => severity)).toEqual(['stop', 'warn', 'warn']);
    // Millimetres become pixels of the bench: half a millimetre each.
    expect(own.marks()[1]).toMatchObject({ x: 20, y: 40, isHere: false });
  });

  it('goes from place to place: by a click, by buttons and by key', () => {
    const { press, own, bench, text, element, fixture } = proving();
    press('2 necks are narrower');
    expect(own.marks()).toHaveLength(2);
    expect(own.marks()[0].isHere).toBe(true);
    expect(text()).toContain('1 of 2');
    const { x, y, scale } = bench.eye();
    // The place is in the middle of the bench.
    expect([20 * scale + x, 40 * scale + y]).toEqual([expect.closeTo(400, 6), expect.closeTo(300, 6)]);
    element.querySelector<HTMLButtonElement>('[aria-label="The next place"]')?.click();
    fixture.detectChanges();
    expect(text()).toContain('2 of 2');
    const key = (shift: boolean) =>
      TestBed.inject(Commands)
        .all()
        .find((one) => one.key === 'f' && one.shift === shift)
        ?.run();
    key(false);
    expect(own.chosen()?.kind).toBe('crossing');
    key(true);
    expect([own.chosen()?.kind, own.place()]).toEqual(['neck', 1]);
    fixture.detectChanges();
    press('2 necks are narrower');
    expect(own.chosen()).toBeUndefined();
  });

  it('what has no place cannot be gone to', () => {
    const { element } = proving();
    const buttons = [...element.querySelectorAll<HTMLButtonElement>('.what')];
    expect(buttons.map(({ disabled }) => disabled)).toEqual([false, false, true]);
  });

  it('chooses process, material and tool; those of another process come together', () => {
    const { choose, prove, text, press } = proving();
    expect(prove()?.material.name).toBe('plywood 3 mm');
    choose('Process', 'plasma');
    expect(prove()).toMatchObject({ material: { process: 'plasma' }, tool: { process: 'plasma' } });
    choose('Material', 'steel 6 mm');
    choose('Tool', 'torch, kerf 1 mm');
    expect(prove()).toMatchObject({
      material: MATERIALS.find(({ name }) => name === 'steel 6 mm'),
      tool: TOOLS.find(({ name }) => name === 'torch, kerf 1 mm'),
    });
    press('Limits');
    expect(text()).toContain('Smallest hole6 mm');
    expect(text()).toContain('from memory');
  });

  it('says what is to come out, and with what and how deep pockets are cleared', () => {
    const { choose, prove, element, fixture, result, text } = proving();
    expect(element.querySelector('select[aria-label="What comes out"]')?.textContent).toContain(
      'as it looks: one thing',
    );
    choose('What comes out', 'apart');
    expect(prove()?.wanted).toBe('apart');
    expect(text()).not.toContain('Pockets are so deep');
    const view = result.view as unknown as { set(view: ReturnType<typeof viewWith>): void };
    const shown = viewWith();
    view.set({ ...shown, piece: { ...shown.piece, tasks: [{ task: 'pocket', contours: 1, length: 9 }] } });
    fixture.detectChanges();
    choose('To pocket with', 'beam, kerf 0.1 mm');
    expect(prove()?.works.pocket).toMatchObject({ tool: { width: 0.1 }, depth: null });
    choose('Process', 'router');
    expect(prove()?.works.pocket).toEqual({ tool: null, depth: null });
  });

  it('tells how large it has to be for nothing to be too small, and makes it so', () => {
    const { text, press, store } = proving();
    // A neck of 0.4 mm where 1 mm is asked, on artwork 50 mm wide.
    expect(text()).toContain('2.51 times as large, 125.5 mm wide');
    press('Make it 125.5 mm wide');
    expect(store.document()?.piece).toMatchObject({ edge: 'width', length: 125.5 });
  });

  it('says where no size would do that the bed has room for', () => {
    const { text, store, fixture } = proving();
    store.change('A small bed', ({ prove }) => {
      prove.material = { ...MATERIALS[0], bed: { width: 120, height: 120 } };
    });
    fixture.detectChanges();
    expect(text()).toContain('At no size that the bed has room for is all of it large enough.');
    expect(text()).not.toContain('Make it');
  });

  it('waives a finding for a reason only, and takes it up again', () => {
    const { press, element, fixture, prove, result, own } = proving();
    const waive = (reason: string) => {
      const input = element.querySelector<HTMLInputElement>('input[aria-label="Why this may stay"]');
      if (!input) throw new Error('no field');
      input.value = reason;
      press('Waive it');
    };
    press('Waive …');
    waive('  ');
    expect(prove()?.waived).toEqual({});
    waive('It is only a sketch.');
    expect(prove()?.waived).toEqual({ crossing: 'It is only a sketch.' });
    const view = result.view as unknown as { set(view: ReturnType<typeof viewWith>): void };
    view.set(
      viewWith({
        proof: {
          findings: [],
          waived: [{ ...crossing, reason: 'It is only a sketch.' }],
          parts: 1,
          want: { is: 'together', isSaid: false },
        },
      }),
    );
    fixture.detectChanges();
    expect(own.findings()).toEqual([]);
    press('Take it up again');
    expect(prove()?.waived).toEqual({});
  });
});

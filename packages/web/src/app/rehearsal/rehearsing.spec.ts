import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { rehearsedFile } from '@drelk/core';
import { fakeWork, render } from '../../../testing/fake-work';
import { clock } from './clock';
import { RehearsalPanel } from './rehearsal-panel';
import { Rehearsing } from './rehearsing';
import { moveAt, placeAt } from './sheet-drawing';
import { TaskClock } from './task-clock';

const plate = new TextEncoder().encode(
  '<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="150mm" viewBox="0 0 200 150">' +
    '<path d="M10 10h120v100H10z"/><circle cx="40" cy="40" r="15" fill="#fff"/>' +
    '<circle cx="90" cy="40" r="12" fill="#fff"/></svg>',
);

/** The page's services with a worker that rehearses what it is asked to. */
function rehearsing() {
  const handedOff = jest.fn(() => of(plate.buffer));
  const { engine, problems, store } = fakeWork(undefined, { handedOff });
  engine.ask.mockImplementation(
    (
      _: string,
      { file, name, setUp }: { file: ArrayBuffer; name: string; setUp: Parameters<typeof rehearsedFile>[2] },
    ) =>
      new Promise((resolve, reject) => {
        try {
          resolve({ rehearsal: rehearsedFile(new Uint8Array(file), name, setUp).rehearsal });
        } catch (problem) {
          reject(problem as Error);
        }
      }),
  );
  return { own: TestBed.inject(Rehearsing), engine, problems, store, handedOff };
}
const outside = (name: string, bytes: Uint8Array) =>
  ({ name, arrayBuffer: () => Promise.resolve(bytes.buffer) }) as unknown as File;

describe('a clock', () => {
  it.each([
    [0, '0:00.0'],
    [4.24, '0:04.2'],
    [59.96, '1:00.0'],
    [754, '12:34'],
    [3750, '1:02:30'],
  ])('shows %d s as %s', (seconds, text) => expect(clock(seconds)).toBe(text));
});

describe('a rehearsal', () => {
  it('of a file that was handed off shows the whole first, for the job’s material and tool', async () => {
    const { own, engine, handedOff } = rehearsing();
    await own.rehearseKept(7, 'plate.svg');
    expect(handedOff).toHaveBeenCalledWith(expect.anything(), 7);
    expect(engine.ask).toHaveBeenCalledWith(
      'rehearse',
      expect.objectContaining({
        name: 'plate.svg',
        setUp: expect.objectContaining({
          material: expect.objectContaining({ name: 'plywood 3 mm' }) as object,
        }) as object,
      }),
    );
    expect(own.time()).toBe(own.seconds());
    expect(own.times().map(({ name, left }) => [name, left])).toEqual([
      ['cut-through', 0],
      ['travel', 0],
    ]);
  });

  it('steps from contour to contour and is pulled to any moment', async () => {
    const { own } = rehearsing();
    await own.rehearseFile(outside('plate.svg', plate));
    own.seek(0);
    expect(own.at()).toBe(0);
    own.step(1);
    expect(own.at()).toBe(1);
    own.step(1);
    expect(own.at()).toBe(2);
    own.step(1);
    expect(own.time()).toBe(own.seconds());
    own.step(-1);
    own.step(-1);
    expect(own.at()).toBe(1);
    own.seek(-5);
    expect(own.time()).toBe(0);
    own.seek(1e9);
    expect(own.time()).toBe(own.seconds());
  });

  it('runs by the clock, so many times faster, and rests at the end', async () => {
    const { own } = rehearsing();
    await own.rehearseFile(outside('plate.svg', plate));
    jest.useFakeTimers();
    try {
      own.pace.set(4);
      own.turn();
      expect([own.playing(), own.time()]).toEqual([true, 0]);
      jest.advanceTimersByTime(1000);
      expect(Math.abs(own.time() - 4)).toBeLessThan(0.2);
      jest.advanceTimersByTime(60_000);
      expect([own.playing(), own.time()]).toEqual([false, own.seconds()]);
    } finally {
      jest.useRealTimers();
    }
  });

  it('in an order by hand shows what that spoils, and finds its own again', async () => {
    const { own } = rehearsing();
    await own.rehearseFile(outside('plate.svg', plate));
    expect(own.isByHand()).toBe(false);
    await own.reorder(2, 0);
    expect(own.isByHand()).toBe(true);
    expect(own.shown()?.rehearsal.seen.map(({ kind }) => kind)).toEqual(['cut-after-free']);
    await own.orderAnew();
    expect(own.isByHand()).toBe(false);
    expect(own.shown()?.rehearsal.seen).toEqual([]);
  });

  it('of what is no file leaves all as it is and says why', async () => {
    const { own, problems } = rehearsing();
    await own.rehearseFile(outside('plate.svg', plate));
    const before = own.shown();
    await own.rehearseFile(outside('notes.txt', new TextEncoder().encode('tea at nine')));
    expect(own.shown()).toBe(before);
    expect(problems.tell).toHaveBeenCalledWith(
      expect.objectContaining({ message: '“notes.txt” is neither an SVG nor a DXF.' }),
    );
    expect(own.busy()).toBe(false);
  });

  it('knows which move is made and where the tool is', async () => {
    const { own } = rehearsing();
    await own.rehearseFile(outside('plate.svg', plate));
    const rehearsal = own.shown()?.rehearsal;
    if (!rehearsal) throw new Error('nothing is shown');
    expect(placeAt(rehearsal, 0)).toMatchObject({ x: 10, y: 110 });
    rehearsal.moves.forEach(({ begins, seconds }, k) => {
      if (seconds > 0) expect(moveAt(rehearsal, begins + seconds / 2)).toBe(k);
    });
  });
});

describe('the panel of a rehearsal', () => {
  beforeEach(() => {
    // jsdom has no canvas to draw a chart on.
    jest.spyOn(TaskClock.prototype as unknown as { draw: () => void }, 'draw').mockImplementation();
  });

  it('tells time, ways, parts as they come out, and the order', async () => {
    const { own } = rehearsing();
    await own.rehearseFile(outside('plate.svg', plate));
    const { text, element, fixture } = render(RehearsalPanel);
    expect(text()).toContain('plate.svg');
    expect(text()).toContain('plywood 3 mm, beam, kerf 0.2 mm');
    expect(text()).toContain('Nothing goes wrong on the way.');
    expect(text()).toMatch(/Parts ?1/);
    expect(text()).toContain('120 mm × 100 mm');
    const rows = [...element.querySelectorAll('ol button')];
    expect(rows.map((row) => row.textContent.trim().slice(0, 7))).toEqual(
      ['1 hole', '2 hole', '3 part'].map((one) => expect.stringContaining(one.slice(2)) as string),
    );
    rows[2].dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', altKey: true }));
    await fixture.whenStable();
    fixture.detectChanges();
    expect(own.isByHand()).toBe(true);
    expect(text()).toContain('1 cut is made in material that has come free by then.');
  });

  it('goes to where a contour begins', async () => {
    const { own } = rehearsing();
    await own.rehearseFile(outside('plate.svg', plate));
    const { element, fixture } = render(RehearsalPanel);
    element.querySelectorAll<HTMLElement>('ol button')[1].click();
    fixture.detectChanges();
    expect(own.at()).toBe(1);
    expect(element.querySelectorAll('ol li.now')).toHaveLength(1);
  });

  it('goes back to the files', async () => {
    const { own } = rehearsing();
    await own.rehearseFile(outside('plate.svg', plate));
    render(RehearsalPanel).press('Back to the files');
    expect(own.shown()).toBeUndefined();
  });
});

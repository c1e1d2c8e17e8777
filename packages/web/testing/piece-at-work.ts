import type { WritableSignal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { type JobDocument, TASKS, makePiece, packShapes } from '@drelk/core';
import type { ShownView } from '../src/app/engine/views';
import { PieceHand } from '../src/app/job/piece/piece-hand';
import type { ApiService } from '../src/app/shared/api.service';
import { PiecePanel } from '../src/app/stages/piece/piece-panel';
import { fakeWork, render, viewWith } from './fake-work';
import { pieceTools, ring } from './made-piece';

/** The panel of Piece at work, on a job whose pieces are made at once. */
export function pieceAtWork(api: Partial<ApiService> = {}) {
  const fake = fakeWork(viewWith(), api);
  fake.bench.stage.set('piece');
  const page = render(PiecePanel);
  const hand = TestBed.inject(PieceHand);
  const piece = () => (fake.store.document() as JobDocument).piece;
  const items = () => Object.values(piece().items);
  const last = () => items()[items().length - 1];
  /** Works the piece out, as the worker would. */
  const arrive = () => {
    const made = makePiece(ring, piece(), pieceTools);
    const packed = packShapes(made.paths.map(({ shape }) => shape));
    const view = fake.result.view as WritableSignal<ShownView>;
    view.set({
      ...view(),
      names: { ...view().names, piece: JSON.stringify(piece()) },
      piecePaths: {
        ...packed,
        items: Uint32Array.from(packed.shapes, (shape) => made.paths[shape].item),
        works: Int32Array.from(packed.shapes, (shape) => TASKS.indexOf(made.paths[shape].task)),
      },
      frame: { x: 0, y: 0, width: made.frame.right, height: made.frame.bottom },
      piece: {
        items: made.items.map(({ id, box, map, problem, missing, held, paths }) => ({
          id,
          box,
          map,
          task: paths[0]?.task,
          problem,
          missing,
          held,
        })),
        tasks: [{ task: 'cut-through', contours: 2, length: 30 }],
        sheet: made.sheet,
        problem: made.problem,
      },
    });
    page.fixture.detectChanges();
    TestBed.tick();
  };
  const field = (label: string) => {
    const found = [...page.element.querySelectorAll('mat-form-field')].find(
      (one) => one.querySelector('mat-label')?.textContent.trim() === label,
    );
    const input = found?.querySelector('input');
    if (!input) throw new Error(`No field is called “${label}”.`);
    return input;
  };
  const type = (label: string, text: string) => {
    const input = field(label);
    input.value = text;
    input.dispatchEvent(new Event('input', { bubbles: true }));
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    page.fixture.detectChanges();
  };
  const choose = (label: string, id: string) => {
    const select = page.element.querySelector<HTMLSelectElement>(`select[aria-label="${label}"]`);
    if (!select) throw new Error(`No list is called “${label}”.`);
    select.value = id;
    select.dispatchEvent(new Event('change', { bubbles: true }));
    page.fixture.detectChanges();
  };
  const add = (kind: string) => {
    page.press(kind);
    arrive();
  };
  const view = () => fake.result.view() as ShownView;
  return { ...fake, ...page, view, hand, piece, items, last, arrive, type, choose, add, field };
}

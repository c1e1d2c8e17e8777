import { computed, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { MATERIALS, type Proof, TIMED_PARTS, TOOLS, circleContour, newJob, packPaths } from '@drelk/core';
import { BenchState } from '../src/app/view/bench-state';
import { ToolBox } from '../src/app/job/tool/tool-box';
import type { ShownView, TracedView } from '../src/app/engine/views';
import { JOB_STATE } from '../src/app/pages/job/job-state';
import { JobStore } from '../src/app/job/store/job-store';
import { EngineService } from '../src/app/engine/engine.service';
import { ShownResult } from '../src/app/job/shown-result';
import { ToolWork } from '../src/app/job/tool/tool-work';
import { ProblemService } from '../src/app/shared/problem.service';
import { Workbench } from '../src/app/job/workbench';
import { ApiService } from '../src/app/shared/api.service';

const source = {
  blob: 'a',
  name: 'tea.png',
  kind: 'png',
  width: 100,
  height: 80,
  density: null,
  notes: ['It moves.'],
};

/** A result with what Prove finds of it. */
export type ProvenView = ShownView & { proof: Proof };

/** A result as the worker gives it, for tests of what shows it. */
export function viewWith(more: Partial<ProvenView> = {}): ProvenView {
  return {
    mode: 'full',
    width: 100,
    height: 80,
    names: { picture: 'full', ink: 'ink', paths: 'paths' },
    paths: packPaths([
      { outer: circleContour({ x: 50, y: 40 }, 20), holes: [circleContour({ x: 50, y: 40 }, 8, true)] },
    ]),
    colours: [],
    facts: {
      width: 50,
      height: 40,
      shapes: 3,
      holes: 2,
      contours: 5,
      nodes: 24,
      nodesBefore: 480,
      lines: 0,
      openPaths: 0,
      pens: undefined,
      rings: undefined,
      cutLength: 1234.5,
      match: 99.5,
      off: 0.08,
      byHand: 0,
      parked: 0,
    },
    toSource: [1, 0, 0, 0, 1, 0, 0, 0, 1],
    parked: [],
    traced: {
      square: {
        corners: null,
        offered: null,
        hints: [],
        scale: { from: 'file', millimetresPerPixel: 0.5, uncertainty: 0 },
      },
      ink: {
        kind: 'logo',
        other: undefined,
        by: 'tone',
        levelled: false,
        rulings: undefined,
        dots: undefined,
        byColour: false,
        detail: 100,
        before: new Uint32Array(256),
        after: new Uint32Array(256),
        automatic: 128,
        threshold: 128,
        lightOnDark: false,
        vanishing: { toPaper: 0.18, toInk: 0 },
        cleaned: { specks: 7, pinholes: 2, gaps: 0, necks: 0, dropped: 0, components: 3 },
        specks: 4,
        pinholes: 4,
        strokeWidth: 7,
        inkShare: 0.25,
      },
      tolerance: 1 / 3,
      unsure: 0,
      evened: [],
    },
    piece: {
      items: [
        {
          id: 1,
          box: { left: 0, top: 0, right: 50, bottom: 40 },
          map: [0.5, 0, 0, 0.5, 0, 0],
          task: 'cut-through',
        },
      ],
      tasks: [],
    },
    artwork: { width: 50, height: 40 },
    millimetresPerPixel: 0.5,
    scaleSource: 'length',
    frame: { x: 0, y: 0, width: 50, height: 40 },
    proof: { findings: [], waived: [], parts: 1, want: { is: 'together', isSaid: false } },
    timing: Object.fromEntries(TIMED_PARTS.map((part) => [part, 1])) as ShownView['timing'],
    ...more,
  };
}

/** A view as `viewWith` makes it, with another trace. */
export function viewTraced(more: {
  ink?: Partial<TracedView['ink']>;
  square?: TracedView['square'];
}): ProvenView {
  const view = viewWith();
  if (!view.traced) return view;
  const { ink, square } = view.traced;
  return { ...view, traced: { ...view.traced, ink: { ...ink, ...more.ink }, square: more.square ?? square } };
}

/** A job page's services without a worker or a server: a real store and bench, a result that is set by hand. */
export function fakeWork(view = viewWith(), api: Partial<ApiService> = {}) {
  const engine = {
    progress: signal(undefined),
    busy: signal(false),
    answering: signal(0),
    ask: jest.fn().mockReturnValue(new Promise(() => undefined)),
    stop: jest.fn(),
    stopAsking: jest.fn(),
  };
  const problems = { show: jest.fn(), tell: jest.fn(), note: jest.fn(), done: jest.fn() };
  TestBed.configureTestingModule({
    providers: [
      JOB_STATE,
      {
        provide: ApiService,
        useValue: {
          save: () => of({ revision: 2 }),
          handOffs: () => of([]),
          forms: () => of([]),
          recipients: () => of([]),
          workshop: () => of({ materials: MATERIALS, tools: TOOLS }),
          ...api,
        },
      },
      {
        provide: ShownResult,
        useFactory: () => {
          const shown = new ShownResult();
          shown.view.set(view);
          // What is found goes with what is shown here.
          return Object.assign(shown, {
            proof: computed(() => (shown.view() as ProvenView).proof),
            isProven: signal(true),
          });
        },
      },
      { provide: EngineService, useValue: engine },
      { provide: ProblemService, useValue: problems },
      {
        provide: Workbench,
        useFactory: () => ({
          problem: signal(undefined),
          standing: signal('worked out'),
          stop: jest.fn(),
          goOn: jest.fn(),
        }),
      },
    ],
  });
  const store = TestBed.inject(JobStore);
  store.load({
    id: 'one',
    name: 'Tea',
    revision: 1,
    updatedAt: '',
    thumbnail: null,
    binned: false,
    document: newJob(source),
    steps: [],
    cursor: 0,
  });
  const result = TestBed.inject(ShownResult);
  // As the engine says of what it worked out.
  result.view.update((first) => first && { ...first, hand: store.document()?.line.hand });
  return {
    store,
    bench: TestBed.inject(BenchState),
    tools: TestBed.inject(ToolBox),
    workbench: TestBed.inject(Workbench),
    result,
    work: TestBed.inject(ToolWork),
    problems,
    engine,
  };
}

/** The rendered element of a component, and a click on the button whose text holds some words. */
export function render<T>(component: new (...args: never[]) => T) {
  const fixture = TestBed.createComponent(component as new () => T);
  fixture.detectChanges();
  const element = fixture.nativeElement as HTMLElement;
  const press = (words: string) => {
    const buttons = [...element.querySelectorAll('button')];
    const button = buttons.find((candidate) => candidate.textContent.includes(words));
    if (!button) throw new Error(`No button says “${words}”.`);
    button.click();
    fixture.detectChanges();
  };
  const slide = (label: string, value: number, settle = true) => {
    const input = element.querySelector<HTMLInputElement>(`input[aria-label="${label}"]`);
    if (!input) throw new Error(`No slider is called “${label}”.`);
    input.value = String(value);
    input.dispatchEvent(new Event('input', { bubbles: true }));
    if (settle) input.dispatchEvent(new Event('change', { bubbles: true }));
    fixture.detectChanges();
  };
  const text = () => element.textContent.replace(/\s+/g, ' ');
  return { fixture, element, press, slide, text };
}

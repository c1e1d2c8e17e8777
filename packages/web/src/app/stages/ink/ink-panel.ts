import { ChangeDetectionStrategy, Component, type OnDestroy, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatDialog } from '@angular/material/dialog';
import { MatIcon } from '@angular/material/icon';
import { KIND_NAMES, type Kind, type Separation } from '@drelk/core';
import { Lighting } from '../../job/tool/lighting';
import { Fold } from '../../shared/fold';
import { InkBackground } from './paper/ink-background';
import { InkBands } from './kinds/ink-bands';
import { InkClean } from './touched/ink-clean';
import { InkCut } from './paper/ink-cut';
import { InkDetail } from './kinds/ink-detail';
import { InkEdges } from './kinds/ink-edges';
import { InkHand } from './touched/ink-hand';
import { InkPlates } from './kinds/ink-plates';
import { InkThreshold } from './kinds/ink-threshold';
import { InkTone } from './paper/ink-tone';
import { InkWords } from './kinds/ink-words';
import { OptionsSheet } from './options-sheet';
import { ShownResult } from '../../job/shown-result';
import { JobStore } from '../../job/store/job-store';
import { EngineService } from '../../engine/engine.service';

const SEPARATION_NAMES: [Separation, string][] = [
  ['tone', 'tone'],
  ['plates', 'plates'],
  ['bands', 'bands'],
  ['edges', 'edges'],
];

/** Ink: what the picture is taken to be, and everything that decides what is shape. */
@Component({
  selector: 'drelk-ink-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Fold,
    InkBackground,
    InkBands,
    InkClean,
    InkCut,
    InkDetail,
    InkEdges,
    InkHand,
    InkPlates,
    InkThreshold,
    InkTone,
    InkWords,
    MatButtonModule,
    MatButtonToggleModule,
    MatIcon,
  ],
  templateUrl: './ink-panel.html',
  styleUrls: ['../panel.scss', './ink-panel.scss'],
})
export class InkPanel implements OnDestroy {
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly engine = inject(EngineService);
  readonly kinds = KIND_NAMES;
  readonly separations = SEPARATION_NAMES;
  readonly facts = computed(() => this.result.view()?.traced?.ink);
  readonly setKindTo = computed(() => this.store.shown()?.ink.kind);
  readonly kind = computed(() => this.facts()?.kind);
  readonly isOwnKind = computed(() => this.setKindTo() !== 'auto');
  readonly by = computed(() => this.facts()?.by);
  /** What is ink already, whatever its tone. */
  readonly apart = computed(() => {
    const { cut, words } = this.store.shown()?.ink ?? {};
    if (cut?.gives === 'silhouette') return 'All of the thing that is cut out is ink.';
    return words ? 'Only words are ink.' : '';
  });
  readonly bySays = computed(() => `by ${this.by() ?? 'tone'}`);
  readonly lit = computed(() => this.lighting.kept() !== undefined);
  readonly vanishing = computed(() => {
    const { toPaper = 0, toInk = 0 } = this.facts()?.vanishing ?? {};
    const parts = [
      toPaper > 0.002 ? `${(100 * toPaper).toFixed(1)} % falls to paper` : '',
      toInk > 0.002 ? `${(100 * toInk).toFixed(1)} % to ink` : '',
    ].filter(Boolean);
    return parts.length > 0 ? `Of middling tones, ${parts.join(' and ')}.` : '';
  });
  private readonly dialog = inject(MatDialog);
  private readonly lighting = inject(Lighting);

  ngOnDestroy(): void {
    this.lighting.putOut();
  }

  setKind(kind: Kind): void {
    this.store.change('Kind of picture', ({ ink }) => {
      ink.kind = kind;
      ink.by = 'auto';
    });
  }

  setKindAsSeen(): void {
    this.store.change('Kind as seen', ({ ink }) => {
      ink.kind = 'auto';
      ink.by = 'auto';
    });
  }

  setBy(by: Separation): void {
    this.store.change(`Ink by ${by}`, ({ ink }) => {
      ink.by = by;
    });
  }

  showOptions(): void {
    const document = this.store.document();
    if (!document) return;
    const sheet = this.dialog.open(OptionsSheet, {
      data: { options: this.engine.ask('options', { document }), kind: this.kind() },
      width: '860px',
      maxWidth: '94vw',
    });
    sheet.afterClosed().subscribe((chosen) => {
      if (!chosen) return;
      this.store.change(chosen.name, (draft) => {
        draft.ink = { ...chosen.ink, strokes: draft.ink.strokes, clean: draft.ink.clean };
      });
    });
  }

  lightUp(): void {
    this.lighting.kept.update((kept) => (kept ? undefined : { kind: 'vanishing' }));
  }
}

import { Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { Workbench } from '../../job/workbench';
import { Fold } from '../../shared/fold';
import { Slide } from '../../shared/slide';

type Area = 'specks' | 'pinholes';
type Length = 'gaps' | 'rims' | 'thinnest' | 'grow' | 'necks';

interface LengthSlider {
  key: Length;
  label: string;
  least: number;
  most: number;
  step: number;
}

/** Slider positions are square roots of areas, so that small ones can be set finely. */
const areaOf = (position: number) => Math.round(position * position);
/** Gaps of this many strokes' widths are bridged by one click. */
const GAP_IN_WIDTHS = 2.2;

/** Cleaning by size: specks, pinholes, gaps, rims, thin strokes, all ink, pieces. */
@Component({
  selector: 'drelk-ink-clean',
  imports: [Fold, MatButtonModule, Slide],
  templateUrl: './ink-clean.html',
  styleUrl: '../panel.scss',
})
export class InkClean {
  private readonly work = inject(Workbench);
  readonly areas: { key: Area; label: string }[] = [
    { key: 'specks', label: 'Drop specks under' },
    { key: 'pinholes', label: 'Fill pinholes under' },
  ];
  readonly lengths: LengthSlider[] = [
    { key: 'gaps', label: 'Bridge gaps up to', least: 0, most: 80, step: 1 },
    { key: 'rims', label: 'Even rims over', least: 0, most: 24, step: 0.5 },
    { key: 'thinnest', label: 'Bring thin strokes up to', least: 0, most: 60, step: 0.5 },
    { key: 'grow', label: 'Thicken or thin all ink by', least: -20, most: 20, step: 0.25 },
    { key: 'necks', label: 'Join pieces nearer than', least: 0, most: 60, step: 1 },
  ];
  readonly clean = computed(() => this.work.store.shown()?.ink.clean);
  readonly facts = computed(() => this.work.view()?.traced?.ink);
  readonly pieces = computed(() => this.facts()?.cleaned.pieces ?? 0);
  readonly gapLength = computed(() => Math.round(GAP_IN_WIDTHS * (this.facts()?.strokeWidth ?? 0)));
  readonly counts = computed(() => {
    const counts = this.facts()?.cleaned;
    if (!counts) return '';
    const parts = [
      said(counts.specks, 'speck', 'dropped'),
      said(counts.pinholes, 'pinhole', 'filled'),
      said(counts.gaps, 'gap', 'bridged'),
      said(counts.necks, 'neck', 'drawn'),
      said(counts.dropped, 'piece', 'left out'),
    ].filter(Boolean);
    return `${parts.length > 0 ? `${parts.join(', ')}; ` : ''}${counts.pieces} ${counts.pieces === 1 ? 'piece' : 'pieces'} left.`;
  });

  position(key: Area): number {
    return Math.sqrt(this.facts()?.[key] ?? 0);
  }

  area(key: Area): string {
    const pixels = Math.round(this.facts()?.[key] ?? 0);
    const view = this.work.view();
    if (pixels === 0) return 'none';
    const millimetres = pixels * this.work.sourcePixel() ** 2;
    return view && view.scaleSource !== 'none' ? `${millimetres.toPrecision(2)} mm²` : `${pixels} px`;
  }

  length(key: Length): string {
    const pixels = this.clean()?.[key] ?? 0;
    return pixels === 0 ? 'none' : this.work.sourceLength(pixels);
  }

  tryArea(key: Area, position: number): void {
    this.work.store.try(({ ink }) => {
      ink.clean[key] = areaOf(position);
    });
  }

  setArea(key: Area, label: string, position: number): void {
    this.work.store.change(label, ({ ink }) => {
      ink.clean[key] = areaOf(position);
    });
  }

  tryLength(key: Length, pixels: number): void {
    this.work.store.try(({ ink }) => {
      ink.clean[key] = pixels;
    });
  }

  setLength(key: Length, label: string, pixels: number): void {
    this.work.store.change(label, ({ ink }) => {
      ink.clean[key] = pixels;
    });
  }

  setLargest(count: number): void {
    this.work.store.change('Only the largest pieces', ({ ink }) => {
      ink.clean.largest = count === 0 ? null : count;
    });
  }

  tryLargest(count: number): void {
    this.work.store.try(({ ink }) => {
      ink.clean.largest = count === 0 ? null : count;
    });
  }
}

function said(count: number, thing: string, done: string): string {
  return count > 0 ? `${count} ${count === 1 ? thing : `${thing}s`} ${done}` : '';
}

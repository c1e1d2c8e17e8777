import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** A drawing on 24 by 24: one stroke, as the mark of the house is drawn, and nodes where it begins, ends or turns. */
interface Drawing {
  stroke: string;
  nodes: readonly [x: number, y: number][];
  /** What is filled. */
  fill?: string;
}

/** What the hand does, drawn in one manner. */
const DRAWINGS: Record<string, Drawing> = {
  brush: {
    stroke: 'M4.5 18.5C9 19 7.5 11 12 12s4 7 7.5-6.5',
    nodes: [
      [4.5, 18.5],
      [19.5, 5.5],
    ],
  },
  pour: {
    stroke: 'M3.5 12.5c3-2 5.5 2 8.5 0s5.5 2 8.5 0M3.5 12.5V20h17v-7.5',
    nodes: [[12, 5]],
    fill: 'M3.5 13c3-2 5.5 2 8.5 0s5.5 2 8.5 0V20h-17z',
  },
  'loop-keep': {
    stroke: 'M12 3.5c5.5 0 8.5 3.5 8.5 8s-3.5 9-9 9-8-4-8-8.5 3-8.5 8.5-8.5z',
    nodes: [[12, 12]],
  },
  'loop-drop': {
    stroke: 'M12 3.5c5.5 0 8.5 3.5 8.5 8s-3.5 9-9 9-8-4-8-8.5 3-8.5 8.5-8.5zM8.5 12h7',
    nodes: [[12, 3.5]],
  },
  'cut-around': {
    stroke: 'M12 3.5c5.5 0 8.5 3.5 8.5 8s-3.5 9-9 9-8-4-8-8.5 3-8.5 8.5-8.5z',
    nodes: [[12, 3.5]],
    fill: 'M9 9c2-2 5-1 6 1s1 4-1 5.5-5 .5-5.5-1.5.5-3 .5-5z',
  },
  'cut-in': {
    stroke: 'M8.5 13.5c2.5-4 4.5 1.5 7-2.5',
    nodes: [],
    fill: 'M12 4c5 0 8 3.5 8 8s-3.5 8-8 8-8-3.5-8-8 3-8 8-8z',
  },
  'cut-out': {
    stroke: 'M3.5 5.5c2.5-3 4.5 2 7-1.5',
    nodes: [],
    fill: 'M14 8c4 0 6.5 2.5 6.5 6.5S18 21 14 21s-6.5-2.5-6.5-6.5S10 8 14 8z',
  },
  inside: {
    stroke: 'M12 3.5c5.5 0 8.5 3.5 8.5 8s-3.5 9-9 9-8-4-8-8.5 3-8.5 8.5-8.5z',
    nodes: [],
    fill: 'M12 7.5c3 0 4.5 2 4.5 4.5s-2 4.5-4.5 4.5-4.5-2-4.5-4.5 1.5-4.5 4.5-4.5z',
  },
  'pick-box': {
    stroke: 'M4 5.5h16v13H4z',
    nodes: [
      [4, 5.5],
      [20, 18.5],
    ],
    fill: 'M9 9h6v6H9z',
  },
  'pick-across': {
    stroke: 'M3.5 18.5L20.5 5.5',
    nodes: [
      [3.5, 18.5],
      [20.5, 5.5],
    ],
    fill: 'M7 5h5v5H7zM13 14h5v5h-5z',
  },
  'pick-task': {
    stroke: 'M4 17c3-11 13-11 16 0M9 20l2-3M13 20l2-3',
    nodes: [[12, 8.7]],
  },
  'pick-line': {
    stroke: 'M3.5 15c4-9 8 5 17-6',
    nodes: [[12, 12]],
  },
  bridge: {
    stroke: 'M3.5 9.5h17M3.5 14.5h17',
    nodes: [
      [8, 12],
      [16, 12],
    ],
  },
  'pick-loop': {
    stroke: 'M12 3.5c5.5 0 8.5 3.5 8.5 8s-3.5 9-9 9-8-4-8-8.5 3-8.5 8.5-8.5z',
    nodes: [[12, 3.5]],
    fill: 'M9 9h6v6H9z',
  },
  'draw-circle': {
    stroke: 'M12 4a8 8 0 0 1 0 16a8 8 0 0 1 0-16z',
    nodes: [
      [12, 12],
      [20, 12],
    ],
  },
  'draw-rectangle': {
    stroke: 'M4 6.5h16v11H4z',
    nodes: [
      [4, 6.5],
      [20, 17.5],
    ],
  },
  'draw-slot': {
    stroke: 'M8 8h8a4 4 0 0 1 0 8H8a4 4 0 0 1 0-8z',
    nodes: [
      [8, 12],
      [16, 12],
    ],
  },
  'draw-run': {
    stroke: 'M4 18L9.5 7l5 8L20 5.5',
    nodes: [
      [4, 18],
      [9.5, 7],
      [14.5, 15],
      [20, 5.5],
    ],
  },
  'draw-curve': {
    stroke: 'M4 17C6 8 10 8 12 12s6 4 8-6',
    nodes: [
      [4, 17],
      [12, 12],
      [20, 6],
    ],
  },
  'draw-arc': {
    stroke: 'M4 17a8.2 8.2 0 0 1 16 0',
    nodes: [
      [4, 17],
      [12, 10.8],
      [20, 17],
    ],
  },
  'draw-free': {
    stroke: 'M3.5 15c3-9 6 3 8-2s3-8 4-3 1 6 5 1',
    nodes: [[20.5, 11]],
  },
  'follow-edge': {
    stroke: 'M4 19C4 9 9 4 19 4',
    nodes: [
      [4, 19],
      [7.4, 9],
      [19, 4],
    ],
    fill: 'M4 19C4 9 9 4 19 4v15z',
  },
  nodes: {
    stroke: 'M4 17C7 6 15 5 20 12',
    nodes: [
      [4, 17],
      [11.5, 7.8],
      [20, 12],
    ],
  },
  carry: {
    stroke: 'M3.5 16h7v4.5h-7zM9 13c1-5 4-7 8-7.5M13.5 3.5l3.8 2-2.3 3.7',
    nodes: [[17.3, 5.5]],
  },
  axis: {
    stroke: 'M12 3v18M8.5 7.5c-5 1-5 8 0 9M15.5 7.5c5 1 5 8 0 9',
    nodes: [
      [12, 3.5],
      [12, 20.5],
    ],
  },
  'crop-box': {
    stroke: 'M6 6.5h12v11H6z',
    nodes: [
      [6, 6.5],
      [18, 17.5],
    ],
  },
  'crop-loop': {
    stroke: 'M7 6c5-4 13-.5 13 6s-5 8.5-9.5 8S3 16 4 11',
    nodes: [
      [7, 6],
      [4, 11],
    ],
  },
  corners: {
    stroke: 'M7.5 6.5L17 5l3.5 14-17-1.5z',
    nodes: [
      [7.5, 6.5],
      [17, 5],
      [20.5, 19],
      [3.5, 17.5],
    ],
  },
  level: {
    stroke: 'M3.5 18.5h17M4 14L20 6.5',
    nodes: [
      [4, 14],
      [20, 6.5],
    ],
  },
  measure: {
    stroke: 'M4.5 19.5l15-15M2.5 17.5l4 4M17.5 2.5l4 4',
    nodes: [],
  },
  ruler: {
    stroke: 'M4 16h16M8 16v-3.5M12 16v-6M16 16v-3.5',
    nodes: [
      [4, 16],
      [20, 16],
    ],
  },
};

/** The icon of a tool of the hand. */
@Component({
  selector: 'drelk-hand-icon',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg viewBox="0 0 24 24" width="22" height="22" aria-hidden="true">
      @if (drawing(); as drawing) {
        @if (drawing.fill) {
          <path class="fill" [attr.d]="drawing.fill" />
        }
        <path class="stroke" [attr.d]="drawing.stroke" />
        @for (node of drawing.nodes; track $index) {
          <circle [attr.cx]="node[0]" [attr.cy]="node[1]" r="2.3" />
        }
      }
    </svg>
  `,
  styles: `
    :host,
    svg {
      display: block;
    }
    .stroke {
      fill: none;
      stroke: currentcolor;
      stroke-linecap: round;
      stroke-linejoin: round;
      stroke-width: 2;
    }
    .fill {
      fill: currentcolor;
      opacity: 0.35;
    }
    circle {
      fill: var(--straw);
      stroke: currentcolor;
      stroke-width: 1;
    }
  `,
})
export class HandIcon {
  readonly tool = input.required<string>();
  readonly drawing = computed(() => DRAWINGS[this.tool()]);
}

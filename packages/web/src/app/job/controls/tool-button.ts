import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { ToolBox } from '../tool/tool-box';
import { HandIcon } from '../../shared/hand-icon';

/** A button that takes a tool up, and shows while it is in hand. */
@Component({
  selector: 'drelk-tool-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [HandIcon],
  template: `
    <button type="button" [attr.aria-pressed]="pressed()" (click)="press.emit()">
      <drelk-hand-icon [tool]="tool()" />{{ label() }}
    </button>
  `,
  styles: `
    button {
      align-items: center;
      background: none;
      border: 1px solid var(--edge);
      border-radius: 4px;
      color: var(--ink);
      cursor: pointer;
      display: inline-flex;
      font: inherit;
      font-size: 14px;
      gap: 6px;
      height: 32px;
      padding: 0 10px 0 8px;
    }
    button:hover {
      border-color: var(--accent);
    }
    button[aria-pressed='true'] {
      background: var(--accent);
      border-color: var(--accent);
      color: var(--mat-sys-on-primary);
    }
    @media (pointer: coarse) {
      button {
        height: 40px;
      }
    }
  `,
})
export class ToolButton {
  readonly tool = input.required<string>();
  readonly label = input.required<string>();
  readonly press = output();
  private readonly tools = inject(ToolBox);
  readonly pressed = computed(() => this.tools.isActive(this.tool()));
}

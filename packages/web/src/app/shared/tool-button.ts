import { Component, computed, inject, input, output } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { ToolBox } from '../bench/tools/tool-box';

/** A button that takes a tool up, and shows while it is in hand. */
@Component({
  selector: 'drelk-tool-button',
  imports: [MatIcon],
  template: `
    <button type="button" [attr.aria-pressed]="pressed()" (click)="press.emit()">
      <mat-icon aria-hidden="true">{{ icon() }}</mat-icon>{{ label() }}
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
    mat-icon {
      color: inherit;
    }
  `,
})
export class ToolButton {
  readonly tool = input.required<string>();
  readonly icon = input.required<string>();
  readonly label = input.required<string>();
  readonly press = output();
  private readonly tools = inject(ToolBox);
  readonly pressed = computed(() => this.tools.isActive(this.tool()));
}

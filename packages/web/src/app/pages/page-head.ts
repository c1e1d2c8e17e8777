import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { IconButton } from '../shared/icon-button';
import { LightService } from '../shared/light.service';

/** The head of every page: whose page it is, what the page puts there, and the light. */
@Component({
  selector: 'drelk-page-head',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton, RouterLink],
  template: `
    <header [class.tall]="first()">
      @if (first()) {
        <h1 class="whose"><span class="mark" aria-hidden="true"></span>Drelk</h1>
      } @else {
        <a routerLink="/" class="whose"
          ><span class="mark" aria-hidden="true"></span>Drelk<span class="visually-hidden"
            >, to the shelf</span
          ></a
        >
      }
      <ng-content />
      <span class="space"></span>
      <ng-content select="[acts]" />
      <drelk-icon-button icon="contrast" [label]="lightLabel()" (press)="light.turn()" />
    </header>
  `,
  styles: `
    :host {
      display: block;
    }
    header {
      align-items: center;
      background: var(--surface);
      border-bottom: 1px solid var(--edge);
      box-sizing: border-box;
      display: flex;
      gap: 8px;
      height: 48px;
      padding: 0 8px 0 14px;
    }
    .whose {
      align-items: center;
      color: var(--ink);
      display: flex;
      font:
        600 24px 'Barlow Condensed',
        sans-serif;
      gap: 8px;
      letter-spacing: 0.03em;
      margin-right: 14px;
      text-decoration: none;
    }
    .mark {
      border: 3px solid var(--accent);
      border-radius: 3px 50% 50% 3px;
      height: 18px;
      width: 14px;
    }
    .space {
      flex: 1;
    }
    .tall {
      gap: 16px;
      height: 56px;
      padding: 0 24px;

      .whose {
        font-size: 30px;
        margin-right: 0;
      }
      .mark {
        border-width: 4px;
        height: 22px;
        width: 17px;
      }
    }
  `,
})
export class PageHead {
  /** The page that all others lead back to. */
  readonly first = input(false);
  readonly lightLabel = input('Light or dark');
  protected readonly light = inject(LightService);
}

import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  Injectable,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import { type Glance, glanceAt } from './glance';

/** A first look at the picture that is coming in, decoded while its file is still on its way to the server. */
@Injectable({ providedIn: 'root' })
export class Incoming {
  /** Shown over the page until the bench has it. */
  readonly glance = signal<Glance | undefined>(undefined);
  private count = 0;
  private kept: string | undefined;

  /** Looks at a file that comes in. */
  begin(file: File): void {
    this.end();
    const mine = ++this.count;
    glanceAt(file).then(
      (glance) => {
        if (mine === this.count) this.glance.set(glance);
        else glance.bitmap.close();
      },
      // What cannot be decoded here is told by who takes it in.
      () => undefined,
    );
  }

  /** It is kept under this name. */
  keptAs(blob: string): void {
    this.kept = blob;
  }

  /** Hands the look over to whoever shows the picture of that name; undefined where there is none (yet). */
  take(blob: string): Glance | undefined {
    const glance = this.kept === blob ? this.glance() : undefined;
    if (glance) this.glance.set(undefined);
    else this.end();
    this.kept = undefined;
    this.count++;
    return glance;
  }

  /** Nothing comes in any more. */
  end(): void {
    this.count++;
    this.kept = undefined;
    this.glance()?.bitmap.close();
    this.glance.set(undefined);
  }
}

/** The picture that is coming in, large, until the bench has it. */
@Component({
  selector: 'drelk-incoming',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (incoming.glance()) {
      <div class="ground" role="status" data-shows="picture">
        <canvas #canvas aria-hidden="true"></canvas>
        <span>Taking the picture in …</span>
      </div>
    }
  `,
  styles: `
    .ground {
      align-items: center;
      background: var(--ground);
      display: flex;
      flex-direction: column;
      gap: 14px;
      inset: 0;
      justify-content: center;
      position: fixed;
      z-index: 900;
    }
    canvas {
      max-height: 80%;
      max-width: 70%;
    }
  `,
})
export class IncomingPicture {
  readonly incoming = inject(Incoming);
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() => {
      const canvas = this.canvas()?.nativeElement;
      const bitmap = this.incoming.glance()?.bitmap;
      if (!canvas || !bitmap) return;
      canvas.width = bitmap.width;
      canvas.height = bitmap.height;
      canvas.getContext('2d')?.drawImage(bitmap, 0, 0);
    });
  }
}

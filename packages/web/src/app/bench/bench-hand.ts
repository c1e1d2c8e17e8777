import { Injectable, inject, signal } from '@angular/core';
import type { Place } from '../engine/views';
import { BenchState } from '../view/bench-state';
import type { BenchScene } from './bench-scene';
import { GRIP_REACH } from './draw-overlay';
import { Fingers } from './fingers';
import { ToolBox } from '../job/tool/tool-box';

/** A finger that moves less than this, in screen pixels, rests; after so many milliseconds the loupe shows what is under it. */
const RESTS_WITHIN = 8;
const RESTS_AFTER = 500;

/** A finger takes a grip from so far, in screen pixels. */
const FINGER_REACH = 24;

/** What pointer and keys do with the tool in hand, and with the view meanwhile. */
@Injectable()
export class BenchHand {
  /** Where the pointer is, in pixels of what the bench shows. */
  readonly pointer = signal<Place | undefined>(undefined);
  /** With Space held down, and with the middle button, the hand pulls the view and not the tool. */
  isSpaceDown = false;
  /** Since it came down last, the hand has pulled something: what follows is no click. */
  hasCarried = false;
  /** A finger rests on the bench: the loupe follows it until it is lifted. */
  readonly rests = signal(false);
  /** Two fingers move the view: nothing else may pull it meanwhile. */
  readonly pinches = signal(false);

  private readonly tools = inject(ToolBox);
  private readonly state = inject(BenchState);
  private pulledFrom: Place | undefined;
  private readonly fingers = new Fingers();
  /** Where a finger came down with a tool: it presses once it moves or is lifted, unless a second one comes down. */
  private waiting: Place | undefined;
  /** Where the last finger came down, in the window. */
  private cameDown: Place = { x: 0, y: 0 };
  /** What came down last is a finger. */
  private isFinger = false;
  private restTimer: ReturnType<typeof setTimeout> | undefined;

  /** Where the pointer is over the scene, in pixels of what the bench shows. */
  place(scene: BenchScene): Place | undefined {
    const pointer = scene.stage.getPointerPosition();
    const { x, y, scale } = this.state.eye();
    return pointer ? { x: (pointer.x - x) / scale, y: (pointer.y - y) / scale } : undefined;
  }

  /** Has the tool follow the pointer over a scene. */
  follow(scene: BenchScene): void {
    scene.stage.on('pointerdown', ({ evt }) => {
      this.tools.hold(evt);
      this.hasCarried = false;
      this.isFinger = evt.pointerType === 'touch';
      const at = this.place(scene);
      const isPlain = evt.button === 0 && !this.isSpaceDown && !evt.shiftKey && this.fingers.count === 0;
      // Or else the view would be pulled along.
      if (at && isPlain && this.tools.borrow(at)) scene.stage.draggable(false);
      if (evt.pointerType === 'touch') {
        this.touch(scene, evt);
        return;
      }
      if (at && this.tools.active()) this.comeDown(evt, at);
    });
    scene.stage.on('pointermove', ({ evt }) => {
      this.tools.hold(evt);
      if (evt.pointerType === 'touch' && this.slide(scene, evt)) return;
      if (this.pulledFrom) {
        this.state.pan(evt.clientX - this.pulledFrom.x, evt.clientY - this.pulledFrom.y);
        this.pulledFrom = { x: evt.clientX, y: evt.clientY };
        return;
      }
      const at = this.place(scene);
      this.pointer.set(at);
      this.tools.hover.set(at);
      if (at && this.tools.hand() && !this.tools.crosshair()) this.move(at);
    });
    scene.stage.on('pointerup pointercancel', ({ evt }) => {
      this.pulledFrom = undefined;
      const at = this.place(scene);
      if (evt.pointerType === 'touch') {
        this.lose(evt.pointerId);
        if (this.waiting) this.press(this.waiting);
        this.waiting = undefined;
      }
      if (at && this.tools.hand() && !this.tools.crosshair()) this.lift(at);
    });
    scene.stage.on('pointerleave', () => {
      this.pointer.set(undefined);
      this.tools.hover.set(undefined);
    });
  }

  /** A finger comes down: one works with the tool or rests, two move the view. */
  private touch(scene: BenchScene, event: PointerEvent): void {
    const { clientX: x, clientY: y, pointerId } = event;
    this.fingers.put(pointerId, { x, y });
    this.cameDown = { x, y };
    clearTimeout(this.restTimer);
    const at = this.place(scene);
    if (this.fingers.count > 1) {
      this.pinches.set(true);
      scene.stage.stopDrag();
      scene.stage.draggable(false);
      this.waiting = undefined;
      this.tools.forget();
    } else if (this.tools.active()) {
      (event.target as Element).setPointerCapture(pointerId);
      this.tools.crosshair.set(undefined);
      this.waiting = at;
    } else {
      this.restTimer = setTimeout(() => {
        scene.stage.stopDrag();
        this.pointer.set(at);
        this.rests.set(true);
      }, RESTS_AFTER);
    }
  }

  /** A finger moves; whether that is all there is to do about it. */
  private slide(scene: BenchScene, event: PointerEvent): boolean {
    const { left, top } = scene.stage.container().getBoundingClientRect();
    const pinch = this.fingers.move(event.pointerId, { x: event.clientX, y: event.clientY });
    if (pinch) {
      const { factor, middle, moved } = pinch;
      this.state.pan(moved.x, moved.y);
      this.state.zoom(factor, { x: middle.x - left, y: middle.y - top });
      return true;
    }
    const far = Math.hypot(event.clientX - this.cameDown.x, event.clientY - this.cameDown.y);
    if (far > RESTS_WITHIN) clearTimeout(this.restTimer);
    if (this.waiting && far > RESTS_WITHIN / 2) {
      this.press(this.waiting);
      this.waiting = undefined;
    }
    return this.fingers.count > 1 || this.waiting !== undefined;
  }

  private lose(pointer: number): void {
    this.fingers.lift(pointer);
    if (this.fingers.count === 0) this.pinches.set(false);
    clearTimeout(this.restTimer);
    this.rests.set(false);
    this.pointer.set(undefined);
  }

  private comeDown(event: PointerEvent, at: Place): void {
    const pulls = event.button === 1 || (event.button === 0 && this.isSpaceDown);
    if (!pulls && event.button !== 0) return;
    // The hand may leave the bench and come back, or let go outside.
    (event.target as Element).setPointerCapture(event.pointerId);
    if (pulls) {
      event.preventDefault();
      this.pulledFrom = { x: event.clientX, y: event.clientY };
      return;
    }
    this.tools.crosshair.set(undefined);
    this.press(at);
  }

  /** Arrows move the tool's crosshair, Enter presses and lets go, Space makes ready to pull; whether the key was any of these. */
  steer(event: KeyboardEvent): boolean {
    const tool = this.tools.active();
    const ground = this.tools.ground();
    if (!tool || !ground) return false;
    this.tools.hold(event);
    const at = this.tools.crosshair() ?? { x: ground.width / 2, y: ground.height / 2 };
    const step = (event.shiftKey ? 20 : 2) / this.state.eye().scale;
    const move = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (move) {
      const to = {
        x: Math.min(ground.width, Math.max(0, at.x + move[0] * step)),
        y: Math.min(ground.height, Math.max(0, at.y + move[1] * step)),
      };
      this.tools.crosshair.set(to);
      if (this.tools.hand()) this.move(to);
    } else if (event.key === ' ') {
      this.isSpaceDown = true;
    } else if (event.key === 'Enter') {
      this.tools.crosshair.set(at);
      if (this.tools.hand()) this.lift(at);
      else this.press(at);
    } else return false;
    event.preventDefault();
    event.stopPropagation();
    return true;
  }

  private press(at: Place): void {
    const tool = this.tools.active();
    if (!tool) return;
    this.tools.hand.set(at);
    tool.press(at, this.gripUnder(at));
  }

  private move(at: Place): void {
    this.hasCarried = true;
    this.tools.hand.set(at);
    this.tools.active()?.move(at);
  }

  private lift(at: Place): void {
    this.tools.hand.set(undefined);
    this.tools.active()?.release(at);
    this.tools.giveBack();
  }

  private gripUnder({ x, y }: Place): number {
    const grips = this.tools.active()?.overlay().grips ?? [];
    const distances = grips.map((grip) => Math.hypot(grip.x - x, grip.y - y) * this.state.eye().scale);
    const nearest = Math.min(...distances);
    return nearest <= (this.isFinger ? FINGER_REACH : GRIP_REACH) ? distances.indexOf(nearest) : -1;
  }
}

import { DestroyRef, Directive, ElementRef, inject, output } from '@angular/core';
import { DragGesture } from '@use-gesture/vanilla';

/** How far a press may wander and still be a click, CSS pixels. */
export const CLICK_PX = 4;

/** A moment of a drag; places are those of the window, CSS pixels. */
export interface Dragged {
  readonly event: PointerEvent;
  readonly x: number;
  readonly y: number;
  /** Where it began. */
  readonly from: { readonly x: number; readonly y: number };
  readonly isFirst: boolean;
  readonly isLast: boolean;
  /** Its last moment, where the pointer hardly moved: a click. */
  readonly isClick: boolean;
}

/** Follows the left button, a pen or a finger from where it is pressed on an element, wherever it goes; what is beneath hears nothing of it. */
@Directive({ selector: '[uvDrag]', host: { '(pointerdown)': 'take($event)' } })
export class Drag {
  readonly dragged = output<Dragged>({ alias: 'uvDrag' });

  constructor() {
    const gesture = new DragGesture(
      inject<ElementRef<HTMLElement>>(ElementRef).nativeElement,
      ({ event, xy: [x, y], initial: [fromX, fromY], first, last, tap }) =>
        this.dragged.emit({ event: event as PointerEvent, x, y, from: { x: fromX, y: fromY }, isFirst: first, isLast: last, isClick: tap }),
      { filterTaps: true, threshold: CLICK_PX, pointer: { buttons: 1, capture: false, keys: false } },
    );
    inject(DestroyRef).onDestroy(() => gesture.destroy());
  }

  protected take(event: PointerEvent): void {
    // The middle button moves what is beneath.
    if (event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
  }
}

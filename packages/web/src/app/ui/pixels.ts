import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, effect, input, viewChild } from '@angular/core';
import type { Pixels } from '../engine/protocol';

/** A small rendered picture on the stock it prints on; a ruled blank until it is there. */
@Component({
  selector: 'uv-pixels',
  template: ` <canvas [style.background]="stock()" [class.blank]="!pixels()" role="img" [attr.aria-label]="label()" #canvas></canvas> `,
  styles: `
    :host {
      display: grid;
      place-items: center;
    }
    /* In its own shape, as large as there is room. */
    canvas {
      display: block;
      max-width: 100%;
      max-height: 100%;
      min-width: 0;
      min-height: 0;
      border: 1px solid var(--ink);
      object-fit: contain;
    }
    canvas.blank {
      width: 100%;
      height: 100%;
      background: repeating-linear-gradient(135deg, var(--hair) 0 1px, transparent 1px 7px) !important;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PixelsView {
  readonly pixels = input.required<Pixels | null>();
  readonly stock = input.required<string>();
  readonly label = input.required<string>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() => {
      const pixels = this.pixels();
      const { nativeElement } = this.canvas();
      if (!pixels) return;
      nativeElement.width = pixels.width;
      nativeElement.height = pixels.height;
      nativeElement.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(pixels.bytes), pixels.width, pixels.height), 0, 0);
    });
  }
}

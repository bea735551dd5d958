import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, effect, input, viewChild } from '@angular/core';
import { cellLayout, screenGrid, spotAt, type ShapeName } from '@uvrant/core';

const SIDE = 76;
const CELL = 15;

/** A dot shape from light to dark, by the screen's own spot function. */
@Component({
  selector: 'uv-dot-swatch',
  template: ` <canvas width="76" height="76" aria-hidden="true" #canvas></canvas> `,
  styles: `
    canvas {
      display: block;
      width: 100%;
      aspect-ratio: 1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DotSwatch {
  readonly shape = input.required<ShapeName>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');

  constructor() {
    effect(() => {
      const context = this.canvas().nativeElement.getContext('2d');
      if (!context) return;
      const image = context.createImageData(SIDE, SIDE);
      const grid = screenGrid(CELL, 22.5, cellLayout(this.shape()));
      for (let y = 0, i = 0; y < SIDE; y++) {
        for (let x = 0; x < SIDE; x++, i += 4) {
          const u = (grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy)) | 0;
          const v = (grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy)) | 0;
          const threshold = 6800 - (13600 * x) / SIDE;
          const value = spotAt(this.shape(), u, v) > threshold ? 25 : 250;
          image.data.set([value, value, value, 255], i);
        }
      }
      context.putImageData(image, 0, 0);
    });
  }
}

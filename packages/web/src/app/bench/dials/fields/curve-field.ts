import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, input, signal, viewChild } from '@angular/core';
import { roundCircle, throughPoints, type CurvePoint, type DialOf, type Pass, type Sheet } from '@uvrant/core';
import { Toggles } from '../../../ui/toggles';
import type { FieldInputs } from './field-inputs';

const WIDTH = 272;
const HEIGHT = 150;
const SAMPLES = 90;

/** A curve with handles to drag, over tone or round the hue circle. Double-click adds a handle, Delete removes it. */
@Component({
  selector: 'uv-curve-field',
  imports: [Toggles],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
    </div>
    <uv-toggles
      [options]="presets()"
      [value]="preset()"
      [label]="dial().title + ' to begin with'"
      wraps
      (chosen)="change()($event, false)"
    />
    <svg
      viewBox="0 0 272 150"
      [class.hue]="dial().domain === 'hue'"
      (pointermove)="drag($event)"
      (pointerup)="letGo()"
      (pointercancel)="letGo()"
      (dblclick)="add($event)"
      role="group"
      [attr.aria-label]="dial().title"
      #chart
    >
      @for (line of [0.25, 0.5, 0.75]; track line) {
        <path class="grid" [attr.d]="'M0 ' + line * 150 + 'H272M' + line * 272 + ' 0V150'" />
      }
      <path class="curve" [attr.d]="path()" />
      @for (point of value(); track $index; let i = $index) {
        <circle
          r="12"
          class="hit"
          tabindex="0"
          role="slider"
          [attr.cx]="left(point)"
          [attr.cy]="top(point)"
          [attr.aria-label]="handleName(point)"
          [attr.aria-valuenow]="point[1]"
          (pointerdown)="hold($event, i)"
          (keydown)="key($event, i)"
        />
        <circle r="5.5" aria-hidden="true" [class.on]="held() === i" [attr.cx]="left(point)" [attr.cy]="top(point)" />
      }
    </svg>
    <p class="more">
      {{ dial().domain === 'hue' ? 'red, yellow, green, cyan, blue, magenta, red; higher' : 'tone in from black to white; higher' }} =
      {{ dial().more }}. Double-click to add a handle, Delete takes it away.
    </p>
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurveField {
  readonly dial = input.required<DialOf<'curve'>>();
  readonly value = input.required<readonly CurvePoint[]>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  private readonly chart = viewChild.required<ElementRef<SVGSVGElement>>('chart');
  protected readonly held = signal<number | null>(null);

  private readonly reach = computed(() => (this.dial().domain === 'hue' ? { x: 360, low: -1, high: 1 } : { x: 1, low: 0, high: 1 }));

  protected left([x]: CurvePoint): number {
    return (x / this.reach().x) * WIDTH;
  }

  protected top([, y]: CurvePoint): number {
    const { low, high } = this.reach();
    return HEIGHT * (1 - (y - low) / (high - low));
  }

  protected readonly path = computed(() => {
    const points = this.value();
    const curve = this.dial().domain === 'hue' ? roundCircle(points) : throughPoints(points);
    return Array.from({ length: SAMPLES + 1 }, (_, i) => {
      const x = (i / SAMPLES) * this.reach().x;
      const y = Math.max(this.reach().low, Math.min(this.reach().high, curve(x)));
      return `${i === 0 ? 'M' : 'L'}${this.left([x, y]).toFixed(1)} ${this.top([x, y]).toFixed(1)}`;
    }).join('');
  });

  protected handleName([x, y]: CurvePoint): string {
    return this.dial().domain === 'hue'
      ? `hue ${Math.round(x)}°, ${Math.round(100 * y)} %`
      : `${Math.round(100 * x)} % to ${Math.round(100 * y)} %`;
  }

  protected readonly presets = computed(() => this.dial().presets.map(({ name, points }) => ({ value: points, words: name })));
  /** The preset that holds now, if one does. */
  protected readonly preset = computed(() => {
    const held = JSON.stringify(this.value());
    return this.presets().find(({ value }) => JSON.stringify(value) === held)?.value ?? null;
  });

  private pointAt(event: MouseEvent): CurvePoint {
    const box = this.chart().nativeElement.getBoundingClientRect();
    const { x, low, high } = this.reach();
    return [((event.clientX - box.left) / box.width) * x, high - ((event.clientY - box.top) / box.height) * (high - low)];
  }

  /** A handle put elsewhere, kept between its neighbours and within the chart. */
  private moved(i: number, [x, y]: CurvePoint): readonly CurvePoint[] {
    const points = this.value();
    const { x: right, low, high } = this.reach();
    const gap = right / 500;
    const from = i > 0 ? (points[i - 1] as CurvePoint)[0] + gap : 0;
    const to = i < points.length - 1 ? (points[i + 1] as CurvePoint)[0] - gap : right;
    const round = (v: number): number => Math.round(v * 1000) / 1000;
    const put: CurvePoint = [round(Math.max(from, Math.min(to, x))), round(Math.max(low, Math.min(high, y)))];
    return points.map((point, at) => (at === i ? put : point));
  }

  protected hold(event: PointerEvent, i: number): void {
    event.preventDefault();
    (event.target as SVGElement).focus();
    this.chart().nativeElement.setPointerCapture(event.pointerId);
    this.held.set(i);
  }

  protected drag(event: PointerEvent): void {
    const i = this.held();
    if (i !== null) this.change()(this.moved(i, this.pointAt(event)), true);
  }

  protected letGo(): void {
    if (this.held() === null) return;
    this.held.set(null);
    this.change()(this.value(), false);
  }

  protected add(event: MouseEvent): void {
    const [x, y] = this.pointAt(event);
    const points = this.value();
    if (points.length >= 24 || points.some((point) => Math.abs(point[0] - x) < this.reach().x / 200)) return;
    this.change()(
      [...points, [x, y] as const].sort((a, b) => a[0] - b[0]),
      false,
    );
  }

  protected key(event: KeyboardEvent, i: number): void {
    const point = this.value()[i] as CurvePoint;
    const { x } = this.reach();
    const by: Readonly<Record<string, CurvePoint>> = {
      ArrowLeft: [-x / 100, 0],
      ArrowRight: [x / 100, 0],
      ArrowUp: [0, 0.02],
      ArrowDown: [0, -0.02],
    };
    const move = by[event.key];
    if (move) this.change()(this.moved(i, [point[0] + move[0], point[1] + move[1]]), false);
    else if (event.key === 'Delete' || event.key === 'Backspace') {
      this.change()(
        this.value().filter((_, at) => at !== i),
        false,
      );
    } else return;
    event.preventDefault();
  }
}

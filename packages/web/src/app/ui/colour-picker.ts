import { CdkTrapFocus } from '@angular/cdk/a11y';
import { CdkConnectedOverlay, CdkOverlayOrigin } from '@angular/cdk/overlay';
import { booleanAttribute, ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatTooltip } from '@angular/material/tooltip';
import { Store } from '@ngrx/store';
import type { Ink, Lab } from '@uvrant/core';
import { jobsFeature } from '../state/jobs';
import { hexOfLab, hexOfTyped, labOfHex } from './colours';
import { Figure } from './figure';

const AXES = [
  { axis: 'l', words: 'L*', label: 'Lightness L*, 0 to 100' },
  { axis: 'a', words: 'a*', label: 'Green to red a*' },
  { axis: 'b', words: 'b*', label: 'Blue to yellow b*' },
] as const;

/** Where a colour is chosen: an ink of the sheet, a colour that the job has, a figure in hexadecimal or L*a*b*, or by eye. */
@Component({
  selector: 'uv-colour-picker',
  imports: [CdkConnectedOverlay, CdkOverlayOrigin, CdkTrapFocus, Figure, MatError, MatFormField, MatIcon, MatInput, MatTooltip],
  template: `
    <button
      type="button"
      class="trigger"
      cdkOverlayOrigin
      #origin="cdkOverlayOrigin"
      aria-haspopup="dialog"
      [attr.aria-expanded]="open()"
      [attr.aria-label]="label() + ': ' + words()"
      (click)="open.set(true)"
    >
      <span class="uv-swatch" [style.background]="colour()"></span>
      @if (!bare()) {
        <span class="words">{{ words() }}</span>
      }
      <mat-icon svgIcon="down" />
    </button>
    <ng-template
      cdkConnectedOverlay
      [cdkConnectedOverlayOrigin]="origin"
      [cdkConnectedOverlayOpen]="open()"
      cdkConnectedOverlayHasBackdrop
      cdkConnectedOverlayBackdropClass="cdk-overlay-transparent-backdrop"
      (backdropClick)="close()"
      (overlayKeydown)="$event.key === 'Escape' && close()"
    >
      <div class="panel" role="dialog" [attr.aria-label]="label()" cdkTrapFocus cdkTrapFocusAutoCapture>
        @if (inks().length > 0) {
          <b>Inks of the sheet</b>
          <div class="inks">
            @for (each of inks(); track each.id) {
              <button type="button" [attr.aria-pressed]="ink() === each.id" (click)="inkTaken.emit(each.id); close()">
                <span class="uv-swatch" [style.background]="each.colour"></span>
                {{ each.name }}
              </button>
            }
          </div>
        }
        @if (swatches().length > 0) {
          <b>Colours of the job</b>
          <div class="swatches">
            @for (each of swatches(); track each.colour) {
              <button
                type="button"
                [attr.aria-label]="each.name + ', ' + each.colour"
                [matTooltip]="each.name"
                [style.background]="each.colour"
                (click)="take(each.colour)"
              ></button>
            }
          </div>
        }
        <div class="figures">
          <b>Hex</b>
          <mat-form-field class="hex">
            <input
              matInput
              aria-label="Hexadecimal colour"
              maxlength="7"
              spellcheck="false"
              [value]="colour()"
              (change)="typed(hex.value)"
              #hex
            />
          </mat-form-field>
          <label class="eye">
            <input
              type="color"
              aria-label="By eye"
              [value]="colour()"
              (input)="held.emit(eye.value)"
              (change)="taken.emit(eye.value)"
              #eye
            />
            by eye
          </label>
        </div>
        @if (isWrong()) {
          <mat-error role="alert">Six hexadecimal digits, such as {{ colour() }}.</mat-error>
        }
        <div class="figures">
          @for (each of axes; track each.axis) {
            <b>{{ each.words }}</b>
            <uv-figure [value]="lab()[each.axis]" [digits]="1" [width]="46" [label]="each.label" (changed)="mix(each.axis, $event)" />
          }
        </div>
        <button type="button" class="uv-button" (click)="close()">Close</button>
      </div>
    </ng-template>
  `,
  styleUrl: './colour-picker.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourPicker {
  /** What holds: `#rrggbb`. */
  readonly colour = input.required<string>();
  readonly label = input.required<string>();
  /** Inks that may be taken, and the one that is; none where the colour is an ink's own. */
  readonly inks = input<readonly Ink[]>([]);
  readonly ink = input<string | null>(null);
  /** True where the swatch stands without words. */
  readonly bare = input(false, { transform: booleanAttribute });
  readonly inkTaken = output<string>();
  /** A colour while it is being mixed by eye, and the one that was settled on. */
  readonly held = output<string>();
  readonly taken = output<string>();

  private readonly sheets = inject(Store).selectSignal(jobsFeature.selectSheetsToOpen);
  protected readonly open = signal(false);
  protected readonly isWrong = signal(false);
  protected readonly axes = AXES;

  protected readonly words = computed(() => this.inks().find(({ id }) => id === this.ink())?.name ?? this.colour());
  protected readonly lab = computed<Lab>(() => labOfHex(this.colour()));
  /** Inks and stocks of the job's sheets, each colour once. */
  protected readonly swatches = computed(() => {
    const all = this.sheets().flatMap(({ document }) => [...document.inks, document.stock]);
    return [...new Map(all.map(({ name, colour }) => [colour, { name, colour }])).values()].slice(0, 24);
  });

  protected close(): void {
    this.open.set(false);
    this.isWrong.set(false);
  }

  protected take(colour: string): void {
    this.taken.emit(colour);
    this.close();
  }

  protected typed(text: string): void {
    const hex = hexOfTyped(text);
    this.isWrong.set(hex === null);
    if (hex) this.taken.emit(hex);
  }

  protected mix(axis: keyof Lab, value: number): void {
    this.taken.emit(hexOfLab({ ...this.lab(), [axis]: value }));
  }
}

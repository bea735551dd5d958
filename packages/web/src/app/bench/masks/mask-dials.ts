import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonToggle } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import {
  BRUSH_DIALS,
  maskOfKind,
  MASK_DIALS,
  pictureLies,
  reanchored,
  type Anchor,
  type Mask,
  type Pass,
  type PictureMask,
  type Placement,
  type Sheet,
} from '@uvrant/core';
import { inWords, Toggles } from '../../ui/toggles';
import { dialLines } from '../dials/dial-lines';
import { SHOWN_WAYS, type Drawing, type ShownWay } from '../../state/bench';
import { Hanging, type Brush } from '../view/hanging';
import { PlacementDials } from '../dials/placement-dials';
import { Rendering } from '../view/rendering';
import { percent } from '../words';

const DRAWINGS: readonly { readonly name: Drawing; readonly hint: string }[] = [
  { name: 'polygon', hint: 'Click corner after corner; double-click or Enter closes it.' },
  { name: 'freehand', hint: 'Draw round it in one go.' },
  { name: 'rectangle', hint: 'Drag from corner to corner.' },
  { name: 'ellipse', hint: 'Drag from corner to corner of its box.' },
];

/** The dials of the open mask: how it is shown, its brush or outline or samples, and its edge. */
@Component({
  selector: 'uv-mask-dials',
  imports: [NgComponentOutlet, MatButtonToggle, MatIcon, MatTooltip, PlacementDials, Toggles],
  template: `
    <header>
      <h2>{{ declaration()?.title ?? mask().kind }}</h2>
      <p>{{ declaration()?.purpose ?? 'This Uvrant does not know this mask.' }} {{ covers() }}</p>
      <div class="doing" role="group" aria-label="This mask">
        <button type="button" (click)="hanging.choose(back())">Back</button>
        <button type="button" (click)="hanging.remove()">Remove</button>
      </div>
    </header>
    <div class="block top">
      <b>On the table</b>
      <uv-toggles
        [options]="ways"
        [value]="hanging.shownWay()"
        label="How the mask is shown on the table"
        (chosen)="hanging.show({ shownWay: $event })"
      />
    </div>
    @switch (mask().kind) {
      @case ('painted') {
        <div class="block top">
          <b>Strokes</b>
          <uv-toggles
            [options]="strokeWays"
            [value]="hanging.isErasing()"
            label="What strokes do"
            (chosen)="hanging.show({ erases: $event })"
          />
        </div>
        @for (line of brush(); track line.name) {
          <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
        }
        <div class="note">
          Paint on the sheet. [ and ] change the size; hold E to take away; Ctrl+Z takes back a stroke. {{ strokes() }}
          <div class="buttons">
            <button type="button" [disabled]="isBare()" (click)="clear()">Clear all strokes</button>
          </div>
        </div>
      }
      @case ('cut-out') {
        <div class="block">
          <b>Outline</b>
          <div class="uv-choices" role="group" aria-label="Draw the outline anew">
            @for (way of drawings; track way.name) {
              <button type="button" [attr.aria-pressed]="hanging.drawing() === way.name" (click)="draw(way.name)">{{ way.name }}</button>
            }
          </div>
          <p class="more">{{ hint() }}</p>
        </div>
        @if (hasBand()) {
          <div class="block">
            <div class="top">
              <b>Soft edges</b>
              <mat-button-toggle [checked]="hanging.drawing() === 'band'" disableRipple (change)="draw('band')">
                paint where needed
              </mat-button-toggle>
            </div>
            @if (hanging.drawing() === 'band') {
              @for (line of brush(); track line.name) {
                <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
              }
            }
          </div>
        }
      }
      @case ('pick') {
        <div class="block">
          <b>Samples</b>
          <div class="samples">
            @for (sample of samples(); track $index; let i = $index) {
              <button
                type="button"
                class="sample"
                [attr.aria-label]="'Take sample ' + sample.colour + ' away'"
                [matTooltip]="sample.colour + ': take away'"
                (click)="drop(i)"
              >
                <span class="uv-swatch" [style.background]="sample.colour"></span>
                <mat-icon svgIcon="close" />
              </button>
            } @empty {
              <p class="note">Click a colour on the sheet.</p>
            }
          </div>
          @if (samples().length > 0) {
            <p class="more">Click the sheet to add more; click a sample here to take it away.</p>
          }
        </div>
      }
      @case ('picture') {
        <p class="note">{{ reads() }}</p>
        @if (lying(); as lying) {
          <uv-placement-dials [pass]="lying" [sheet]="sheet()" [put]="put" />
        }
      }
    }
    @for (line of lines(); track line.name) {
      <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
    }
  `,
  styleUrls: ['../dials/dials-column.scss', '../dials/pass-dials.scss', './mask-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MaskDials {
  readonly mask = input.required<Mask>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  protected readonly hanging = inject(Hanging);
  private readonly rendering = inject(Rendering);

  protected readonly ways = inWords<ShownWay>(SHOWN_WAYS);
  protected readonly strokeWays = [
    { value: false, words: 'add' },
    { value: true, words: 'take away' },
  ];
  protected readonly drawings = DRAWINGS;
  protected readonly declaration = computed(() => maskOfKind(this.mask().kind));
  protected readonly covers = computed(() => {
    const plane = this.rendering.plane();
    return plane ? `Covers ≈ ${percent(plane.share)} of the sheet.` : '';
  });

  protected readonly lines = computed(() => {
    const [mask, pass, sheet] = [this.mask(), this.pass(), this.sheet()];
    const dials = { ...this.declaration()?.dials, ...MASK_DIALS };
    const values = { grow: 0, feather: 0, join: 'both', ...mask } as unknown as Readonly<Record<string, unknown>>;
    return dialLines(`mask ${mask.id}`, dials, values, { sheet, pass }, (name, value, gesture) =>
      this.hanging.changeMask(
        (each) => (name === 'anchor' ? reanchored(each, pass, value as Anchor) : { ...each, [name]: value }),
        gesture,
      ),
    );
  });

  protected readonly brush = computed(() => {
    const [pass, sheet] = [this.pass(), this.sheet()];
    const values = this.hanging.brush() as unknown as Readonly<Record<string, unknown>>;
    return dialLines('brush', BRUSH_DIALS, values, { sheet, pass }, (name, value) =>
      this.hanging.brush.update((brush): Brush => ({ ...brush, [name]: value })),
    );
  });

  protected readonly isBare = computed(() => {
    const mask = this.mask();
    return mask.kind !== 'painted' || mask.strokes.length === 0;
  });
  protected readonly strokes = computed(() => {
    const mask = this.mask();
    if (mask.kind !== 'painted' || mask.strokes.length === 0) return '';
    return `${mask.strokes.length} ${mask.strokes.length === 1 ? 'stroke' : 'strokes'} so far.`;
  });
  protected readonly hasBand = computed(() => {
    const mask = this.mask();
    return mask.kind === 'cut-out' && mask.band > 0;
  });
  protected readonly hint = computed(() => {
    const drawing = DRAWINGS.find(({ name }) => name === this.hanging.drawing());
    return drawing?.hint ?? 'Choose a way to draw it anew.';
  });
  protected readonly samples = computed(() => {
    const mask = this.mask();
    return mask.kind === 'pick' ? mask.samples : [];
  });
  protected readonly reads = computed(() => {
    const mask = this.mask();
    if (mask.kind !== 'picture') return '';
    return 'pass' in mask.of ? 'Reads the light of an earlier pass.' : 'Reads the light of a picture.';
  });

  /** The picture that is read, as the pass that it would be, for the figures of its place. */
  protected readonly lying = computed<Pass | null>(() => {
    const [mask, pass] = [this.mask(), this.pass()];
    if (mask.kind !== 'picture' || !('picture' in mask.of)) return null;
    const { picture, placement } = mask.of;
    return { ...pass, source: { kind: 'picture', picture }, placement: pictureLies(mask, placement, pass) };
  });

  protected readonly put = (change: (placement: Placement) => Placement): void => {
    const pass = this.pass();
    this.hanging.changeMask((mask) => {
      if (mask.kind !== 'picture') return mask;
      const moved = reanchored(mask, pass, mask.anchor) as PictureMask;
      return 'picture' in moved.of ? { ...moved, of: { ...moved.of, placement: change(moved.of.placement) } } : moved;
    });
  };

  /** Where the mask hangs. */
  protected back(): { wear?: string; zone?: string } | null {
    const { wear, zone } = this.hanging.holder();
    return wear !== undefined ? { wear } : zone !== undefined ? { zone } : null;
  }

  protected draw(way: Drawing): void {
    this.hanging.show({ drawing: this.hanging.drawing() === way ? null : way });
  }

  protected clear(): void {
    this.hanging.changeMask((mask) => (mask.kind === 'painted' ? { ...mask, strokes: [] } : mask));
  }

  protected drop(at: number): void {
    this.hanging.changeMask((mask) => (mask.kind === 'pick' ? { ...mask, samples: mask.samples.filter((_, i) => i !== at) } : mask));
  }
}

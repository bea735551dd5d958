import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output } from '@angular/core';
import { FormControl, ReactiveFormsModule, type AbstractControl, type ValidationErrors } from '@angular/forms';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatMenuModule } from '@angular/material/menu';
import { MatTooltip } from '@angular/material/tooltip';
import { Store } from '@ngrx/store';
import { NAME_PARTS, patternFault, type Sheet } from '@uvrant/core';
import type { CropBox, SendChoice, SendPreset } from '@uvrant/contract';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { Figure } from '../ui/figure';
import { Lengths } from '../ui/lengths';
import { filesOf } from './choosing';

const patternWorks = ({ value }: AbstractControl<string>): ValidationErrors | null => {
  const fault = patternFault(value);
  return fault === null ? null : { pattern: fault };
};

/** The figures of a part, as they read in a line. */
const SIDES = [
  { of: 'width', before: 'a part', label: 'Width of the part' },
  { of: 'height', before: '×', label: 'Height of the part' },
  { of: 'x', before: 'from the left', label: 'The part’s left edge' },
  { of: 'y', before: 'from the top', label: 'The part’s top edge' },
] as const;

/** How files are named, at what resolution, of what part of the sheet, and the button that sends them out; what was chosen can be put by under a name. */
@Component({
  selector: 'uv-send-foot',
  imports: [Figure, MatError, MatFormField, MatInput, MatMenuModule, MatTooltip, ReactiveFormsModule],
  template: `
    <div class="entries">
      <span>Named</span>
      <mat-form-field>
        <input
          matInput
          aria-label="How files are named"
          [matTooltip]="parts"
          [formControl]="pattern"
          (change)="rename()"
          (keydown.escape)="pattern.reset(choice().pattern)"
        />
      </mat-form-field>
      <span>at</span>
      @if (choice().devicePpi === null) {
        <button type="button" class="uv-link" [attr.aria-label]="'At ' + ownPpi() + ': choose another'" (click)="setPpi(firstPpi())">
          {{ ownPpi() }}
        </button>
      } @else {
        <uv-figure [value]="choice().devicePpi!" label="Resolution of the files" [step]="10" unit="ppi" (changed)="setPpi($event)" />
        <span>ppi</span>
        <button type="button" class="uv-link" (click)="changed.emit({ ...choice(), devicePpi: null })">the sheet’s own</button>
      }
      <span class="part">
        <span>of</span>
        @if (choice().crop; as crop) {
          @for (side of sides; track side.of) {
            <span>{{ side.before }}</span>
            <uv-figure
              [value]="lengths.shown(crop[side.of])"
              [label]="side.label"
              [digits]="lengths.unit() === 'in' ? 2 : 1"
              [step]="lengths.unit() === 'in' ? 0.1 : 1"
              [unit]="lengths.unit()"
              (changed)="setSide(crop, side.of, lengths.toMm($event))"
            />
          }
          <span>{{ lengths.unit() }}</span>
          <button type="button" class="uv-link" (click)="setPart(null)">all of it</button>
        } @else {
          <button type="button" class="uv-link" aria-label="Of the whole sheet: choose a part" (click)="setPart(middle())">
            the whole sheet
          </button>
        }
      </span>
      <button type="button" class="uv-link presets" [matMenuTriggerFor]="kept">Presets</button>
      <mat-menu #kept="matMenu">
        @for (each of presets(); track each.id) {
          <button mat-menu-item type="button" (click)="changed.emit(each.choice)">{{ each.name }}</button>
        } @empty {
          <button mat-menu-item type="button" disabled>None yet</button>
        }
        <button mat-menu-item type="button" (click)="naming.enable()">Keep what is chosen as…</button>
        @if (presets().length > 0) {
          <button mat-menu-item type="button" [matMenuTriggerFor]="gone">Remove one</button>
        }
      </mat-menu>
      <mat-menu #gone="matMenu">
        @for (each of presets(); track each.id) {
          <button mat-menu-item type="button" (click)="remove(each)">{{ each.name }}</button>
        }
      </mat-menu>
    </div>
    <button type="button" class="uv-button main" [disabled]="count() === 0 || pattern.invalid" (click)="sent.emit()">
      Send out {{ count() === 1 ? '1 file' : count() + ' files' }}
    </button>
    @if (naming.enabled) {
      <form class="naming" (submit)="$event.preventDefault(); keep()">
        <mat-form-field>
          <input
            matInput
            aria-label="Name of the preset"
            placeholder="Name of the preset"
            [formControl]="naming"
            (keydown.escape)="naming.disable()"
          />
        </mat-form-field>
        <button type="submit" class="uv-button" [disabled]="naming.value.trim() === ''">Keep</button>
        <button type="button" class="uv-link" (click)="naming.disable()">Cancel</button>
      </form>
    }
    @if (pattern.invalid) {
      <mat-error role="alert">{{ pattern.errors?.['pattern'] }} Escape puts it back.</mat-error>
    }
    @if (problem(); as problem) {
      <p class="uv-warn" role="alert">{{ problem }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 1fr auto;
      align-items: center;
      gap: 6px 14px;
      padding: 9px 14px;
      border-top: var(--rule);
      background: var(--paper);
    }
    .entries {
      position: relative;
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 4px 8px;
      font-weight: 600;
    }
    mat-form-field {
      width: 240px;
    }
    .part {
      display: flex;
      align-items: center;
      gap: 8px;
    }
    .presets {
      margin-left: 10px;
    }
    .naming {
      grid-column: 1 / -1;
      display: flex;
      align-items: center;
      gap: 8px;
    }
    mat-error,
    .uv-warn {
      grid-column: 1 / -1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SendFoot {
  readonly choice = input.required<SendChoice>();
  /** The sheets that are to go out. */
  readonly sheets = input.required<readonly Sheet[]>();
  readonly changed = output<SendChoice>();
  readonly sent = output<void>();
  private readonly store = inject(Store);
  protected readonly lengths = inject(Lengths);
  protected readonly problem = this.store.selectSignal(dispatchFeature.selectProblem);
  protected readonly presets = this.store.selectSignal(dispatchFeature.selectPresets);
  protected readonly pattern = new FormControl('', { nonNullable: true, validators: patternWorks });
  protected readonly naming = new FormControl({ value: '', disabled: true }, { nonNullable: true });
  protected readonly parts = `A name can say ${NAME_PARTS.map((part) => `{${part}}`).join(' ')}`;
  protected readonly count = computed(() => this.sheets().reduce((sum, sheet) => sum + filesOf(sheet, this.choice()), 0));
  protected readonly firstPpi = computed(() => this.sheets()[0]?.ppi ?? 300);
  /** What “the sheet's own” comes to. */
  protected readonly ownPpi = computed(() => {
    const all = new Set(this.sheets().map(({ ppi }) => ppi));
    return all.size === 1 ? `the sheet’s ${[...all][0]} ppi` : 'each sheet’s own ppi';
  });

  /** The middle half of the first sheet, to begin with. */
  protected readonly middle = computed((): CropBox => {
    const { width, height } = this.sheets()[0]?.size ?? { width: 100, height: 100 };
    return { x: width / 4, y: height / 4, width: width / 2, height: height / 2 };
  });
  protected readonly sides = SIDES;

  constructor() {
    effect(() => this.pattern.reset(this.choice().pattern));
    this.store.dispatch(DispatchActions.presetsWanted());
  }

  protected rename(): void {
    if (this.pattern.valid) this.changed.emit({ ...this.choice(), pattern: this.pattern.value });
  }

  protected setPpi(ppi: number): void {
    this.changed.emit({ ...this.choice(), devicePpi: Math.max(36, Math.min(2400, Math.round(ppi))) });
  }

  protected setPart(crop: CropBox | null): void {
    this.changed.emit({ ...this.choice(), crop });
  }

  protected setSide(crop: CropBox, side: keyof CropBox, mm: number): void {
    const least = side === 'x' || side === 'y' ? 0 : 1;
    this.setPart({ ...crop, [side]: Math.max(least, Math.min(5000, mm)) });
  }

  protected keep(): void {
    const name = this.naming.value.trim();
    if (name === '') return;
    this.store.dispatch(DispatchActions.presetKept({ name, choice: this.choice() }));
    this.naming.reset('');
    this.naming.disable();
  }

  protected remove({ id }: SendPreset): void {
    this.store.dispatch(DispatchActions.presetRemoved({ id }));
  }
}

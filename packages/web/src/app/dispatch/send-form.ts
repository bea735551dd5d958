import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import type { FormatName } from '@uvrant/core';
import type { SendChoice } from '@uvrant/contract';
import { formatLines, withAnother, withFormat, withoutFile, withOption } from './choosing';
import { FormatOption } from './format-option';

/** What a sheet goes out as: every format with whom it is for, and the options of those that are ticked. */
@Component({
  selector: 'uv-send-form',
  imports: [FormatOption, MatCheckbox],
  template: `
    @for (line of lines(); track line.name) {
      <div class="format" [class.uv-hatched]="line.files.length > 0">
        <mat-checkbox [checked]="line.files.length > 0" disableRipple (change)="choose(line.name, $event.checked)">{{
          line.title
        }}</mat-checkbox>
        <div>
          <p>{{ line.suits }}</p>
          @for (file of line.files; track file.at) {
            @if (file.options.length > 0) {
              <div class="options">
                @for (option of file.options; track option.name) {
                  <uv-format-option [dial]="option.dial" [value]="option.value" (changed)="set(file.at, option.name, $event)" />
                }
                @if (line.files.length > 1) {
                  <button type="button" class="uv-link" [attr.aria-label]="'Without this ' + line.title" (click)="remove(file.at)">
                    Without this
                  </button>
                }
              </div>
            }
          }
          @if (line.isSet && line.files.length > 0) {
            <button type="button" class="uv-link" [attr.aria-label]="'Another ' + line.title" (click)="another(line.name)">
              and another size
            </button>
          }
        </div>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .format {
      display: grid;
      grid-template-columns: 150px 1fr;
      align-items: start;
      padding: 5px 14px 6px;
      border-bottom: var(--line);
    }
    mat-checkbox {
      --mat-checkbox-label-text-size: 0.8125rem;
      --mat-checkbox-label-text-weight: 650;
    }
    p {
      padding-top: 7px;
      color: var(--soft);
      font-size: 0.71875rem;
    }
    .options {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
      margin-top: 3px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SendForm {
  readonly choice = input.required<SendChoice>();
  readonly changed = output<SendChoice>();
  protected readonly lines = computed(() => formatLines(this.choice()));

  protected choose(format: FormatName, isChosen: boolean): void {
    this.changed.emit(withFormat(this.choice(), format, isChosen));
  }

  protected another(format: FormatName): void {
    this.changed.emit(withAnother(this.choice(), format));
  }

  protected remove(at: number): void {
    this.changed.emit(withoutFile(this.choice(), at));
  }

  protected set(at: number, option: string, value: unknown): void {
    this.changed.emit(withOption(this.choice(), at, option, value));
  }
}

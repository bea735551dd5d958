import { Component, input, output } from '@angular/core';

/** A figure that is typed over; what is no number is put back as it was. Arrow keys move it by a step. */
@Component({
  selector: 'uv-figure',
  template: `
    <input
      class="uv-figure"
      inputmode="decimal"
      [attr.aria-label]="label()"
      [style.width.px]="width()"
      [value]="shown()"
      (focus)="entry.select()"
      (change)="take(entry)"
      (keydown)="key($event, entry)"
      #entry
    />
  `,
})
export class Figure {
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  readonly digits = input(0);
  readonly step = input(1);
  readonly width = input(52);
  readonly changed = output<number>();

  protected shown(): string {
    return String(Number(this.value().toFixed(this.digits())));
  }

  protected take(entry: HTMLInputElement): void {
    const typed = Number(entry.value.trim().replace(',', '.').replace(/[%°]$/, ''));
    if (entry.value.trim() !== '' && Number.isFinite(typed)) this.changed.emit(typed);
    entry.value = this.shown();
  }

  protected key(event: KeyboardEvent, entry: HTMLInputElement): void {
    const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (by !== 0) {
      event.preventDefault();
      this.changed.emit(this.value() + by * this.step() * (event.shiftKey ? 10 : 1));
    } else if (event.key === 'Escape') {
      entry.value = this.shown();
      entry.blur();
    }
  }
}

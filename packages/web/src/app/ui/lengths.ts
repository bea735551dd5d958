import { Injectable, signal } from '@angular/core';
import { inchesFromMm, mmFromInches, type Size } from '@uvrant/core';

export type LengthUnit = 'in' | 'mm';

const STORED = 'uvrant.unit';

/** Inches or millimetres: how lengths are shown here, never how they are kept. */
@Injectable({ providedIn: 'root' })
export class Lengths {
  readonly unit = signal<LengthUnit>(localStorage.getItem(STORED) === 'mm' ? 'mm' : 'in');

  use(unit: LengthUnit): void {
    localStorage.setItem(STORED, unit);
    this.unit.set(unit);
  }

  /** A length in the shown unit. */
  shown(mm: number): number {
    return this.unit() === 'in' ? inchesFromMm(mm) : mm;
  }

  toMm(shown: number): number {
    return this.unit() === 'in' ? mmFromInches(shown) : shown;
  }

  size({ width, height }: Size): string {
    const digits = this.unit() === 'in' ? 100 : 10;
    const figure = (mm: number): string => String(Math.round(this.shown(mm) * digits) / digits);
    return `${figure(width)} × ${figure(height)} ${this.unit()}`;
  }
}

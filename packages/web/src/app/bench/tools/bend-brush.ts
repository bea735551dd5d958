import { Injectable, signal } from '@angular/core';
import type { BendStroke } from '@uvrant/core';

/** The brush that bends, as it is set. */
@Injectable({ providedIn: 'root' })
export class BendBrush {
  readonly way = signal<BendStroke['way']>('drag');
  /** Its diameter, mm. */
  readonly size = signal(40);
  /** −1 … 1; below 0 the other way round. */
  readonly strength = signal(0.6);
}

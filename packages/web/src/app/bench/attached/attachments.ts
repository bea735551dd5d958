import { Injectable, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  BRUSH_DIALS,
  attachedName,
  defaultParams,
  maskName,
  masksAt,
  wearName,
  withMasksAt,
  withWear,
  type AttachedTo,
  type Mask,
  type Pass,
  type SharedWear,
  type Source,
  type TextureWear,
  type TipName,
  type Wear,
} from '@uvrant/core';
import { BenchActions, benchFeature, type BenchView, type Attached } from '../../state/bench';
import { Editing } from '../editing';

/** The brush as it is set. */
export interface Brush {
  readonly tip: TipName;
  readonly size: number;
  readonly softness: number;
  readonly strength: number;
}

/** A wear's texture as the source that it would be; a made surface has no source of its own and stands as a flat. */
export const textureSource = ({ picture }: TextureWear): Source =>
  picture ? { kind: 'picture', picture } : { kind: 'flat', colour: null };

/** The mask or wear that is open, what is done to it, and the brush. */
@Injectable()
export class Attachments {
  private readonly store = inject(Store);
  private readonly editing = inject(Editing);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  readonly pass = this.store.selectSignal(benchFeature.selectChosenPass);

  readonly brush = signal<Brush>(defaultParams({ dials: BRUSH_DIALS }) as unknown as Brush);
  private readonly view = this.store.selectSignal(benchFeature.selectView);
  readonly isErasing = computed(() => this.view().erases !== this.view().isEraseHeld);
  readonly shownWay = computed(() => this.view().shownWay);
  readonly drawing = computed(() => this.view().drawing);
  readonly seesThrough = computed(() => this.view().seesThrough);

  readonly attached = computed<Attached | null>(() => this.line().attached ?? null);
  readonly attachedTo = computed<AttachedTo>(() => this.placeOf(this.attached() ?? {}));
  readonly wear = computed<Wear | null>(() => {
    const id = this.attached()?.wear;
    return id === undefined ? null : (this.pass()?.wear.find((each) => each.id === id) ?? null);
  });
  readonly mask = computed<Mask | null>(() => {
    const [pass, id] = [this.pass(), this.attached()?.mask];
    return pass && id !== undefined ? (masksAt(pass, this.attachedTo()).find((each) => each.id === id) ?? null) : null;
  });
  /** What of the open line is shown on the table, by the name that the engine knows it by. */
  readonly plane = computed<{ readonly of: 'mask' | 'wear'; readonly name: string } | null>(() => {
    const [pass, mask, wear] = [this.pass(), this.mask(), this.wear()];
    if (pass && mask) return { of: 'mask', name: maskName(attachedName(pass.id, this.attachedTo()), mask.id) };
    return pass && wear ? { of: 'wear', name: wearName(pass.id, wear.id) } : null;
  });

  private placeOf({ zone, wear }: Attached): AttachedTo {
    const { step } = this.line();
    if (wear !== undefined) return { wear };
    return { ...(step === null ? {} : { step }), ...(zone === undefined ? {} : { zone }) };
  }

  show(change: Partial<BenchView>): void {
    this.store.dispatch(BenchActions.viewChanged({ change }));
  }

  choose(attached: Attached | null): void {
    const { pass, step } = this.line();
    this.editing.choose({ pass, step, attached });
  }

  /** Changes the masks where the open line says, or of something else of the pass. */
  masks(change: (masks: readonly Mask[]) => readonly Mask[], at: AttachedTo = this.attachedTo(), gesture: string | null = null): void {
    const pass = this.pass();
    if (pass) this.editing.pass(pass.id, (each) => withMasksAt(each, at, change), gesture);
  }

  changeMask(change: (mask: Mask) => Mask, gesture: string | null = null): void {
    const open = this.mask();
    if (open) this.masks((masks) => masks.map((mask) => (mask.id === open.id ? change(mask) : mask)), this.attachedTo(), gesture);
  }

  changeWear(change: (wear: TextureWear) => TextureWear, gesture: string | null = null): void {
    const [pass, open] = [this.pass(), this.wear()];
    if (!pass || !open) return;
    const changed = (each: Pass): Pass => withWear(each, open.id, (wear) => (wear.kind === 'texture' ? change(wear) : wear));
    this.editing.pass(pass.id, changed, gesture);
  }

  changeShared(change: Partial<SharedWear>): void {
    const [pass, open] = [this.pass(), this.wear()];
    if (!pass || !open) return;
    this.editing.pass(pass.id, (each) => withWear(each, open.id, (wear) => (wear.kind === 'shared' ? { ...wear, ...change } : wear)));
  }

  goTo(pass: string, attached: Attached): void {
    this.editing.choose({ pass, step: null, attached });
  }

  /** Attaches one more mask there and opens it. */
  addMask(mask: Mask, attached: Attached): void {
    this.masks((masks) => [...masks, mask], this.placeOf(attached));
    this.choose({ ...attached, mask: mask.id });
  }

  /** Takes what is open away: the mask, or else the wear. */
  remove(): void {
    const [pass, mask, wear] = [this.pass(), this.mask(), this.wear()];
    const { wear: wearId, zone } = this.attached() ?? {};
    if (mask) {
      this.masks((masks) => masks.filter((each) => each.id !== mask.id));
      this.choose(wearId !== undefined ? { wear: wearId } : zone !== undefined ? { zone } : null);
      this.editing.removed('Mask');
    } else if (pass && wear) {
      this.editing.pass(pass.id, (each) => ({ ...each, wear: each.wear.filter(({ id }) => id !== wear.id) }));
      this.choose(null);
      this.editing.removed('Wear');
    }
  }

  /** A wider or narrower brush: by about a fifth. */
  resize(by: 1 | -1): void {
    const { min, max } = BRUSH_DIALS.size;
    this.brush.update((brush) => ({ ...brush, size: Math.max(min, Math.min(max, Number((brush.size * 1.2 ** by).toFixed(2)))) }));
  }
}

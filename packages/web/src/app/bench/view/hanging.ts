import { Injectable, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  BRUSH_DIALS,
  defaultParams,
  holderName,
  maskName,
  maskOfKind,
  masksAt,
  MASK_DIALS,
  wearName,
  withMasksAt,
  withWear,
  type Holder,
  type Mask,
  type Pass,
  type SharedWear,
  type Source,
  type TextureWear,
  type TipName,
  type Wear,
} from '@uvrant/core';
import { BenchActions, benchFeature, type BenchView, type Hung } from '../../state/bench';
import { Editing } from '../editing';
import { freshId } from '../ticket/ticket-edits';

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

/** A mask with all its dials at their defaults, following the art where the pass has a place of its own. */
export const freshMask = (kind: Mask['kind'], pass: Pass, change: Partial<Mask> = {}): Mask => {
  const own = maskOfKind(kind);
  const isPlaced = pass.source.kind !== 'group' && pass.source.kind !== 'overall';
  const parts = {
    painted: { strokes: [] },
    'cut-out': { outline: 'polygon', points: [], widened: [] },
    pick: { samples: [] },
    picture: {},
  } as const;
  return {
    id: freshId(),
    kind,
    on: true,
    ...defaultParams({ dials: MASK_DIALS }),
    ...defaultParams({ dials: own?.dials ?? {} }),
    ...parts[kind],
    anchor: isPlaced && kind !== 'pick' ? 'art' : 'sheet',
    ...(isPlaced && kind !== 'pick' ? { home: pass.placement } : {}),
    ...change,
  } as Mask;
};

/** The mask or wear that is open, what is done to it, and the brush. */
@Injectable()
export class Hanging {
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

  readonly hung = computed<Hung | null>(() => this.line().hung ?? null);
  readonly holder = computed<Holder>(() => this.holderOf(this.hung() ?? {}));
  readonly wear = computed<Wear | null>(() => {
    const id = this.hung()?.wear;
    return id === undefined ? null : (this.pass()?.wear.find((each) => each.id === id) ?? null);
  });
  readonly mask = computed<Mask | null>(() => {
    const [pass, id] = [this.pass(), this.hung()?.mask];
    return pass && id !== undefined ? (masksAt(pass, this.holder()).find((each) => each.id === id) ?? null) : null;
  });
  /** What of the open line is shown on the table, by the name that the engine knows it by. */
  readonly plane = computed<{ readonly of: 'mask' | 'wear'; readonly name: string } | null>(() => {
    const [pass, mask, wear] = [this.pass(), this.mask(), this.wear()];
    if (pass && mask) return { of: 'mask', name: maskName(holderName(pass.id, this.holder()), mask.id) };
    return pass && wear ? { of: 'wear', name: wearName(pass.id, wear.id) } : null;
  });

  private holderOf({ zone, wear }: Hung): Holder {
    const { step } = this.line();
    if (wear !== undefined) return { wear };
    return { ...(step === null ? {} : { step }), ...(zone === undefined ? {} : { zone }) };
  }

  show(change: Partial<BenchView>): void {
    this.store.dispatch(BenchActions.viewChanged({ change }));
  }

  choose(hung: Hung | null): void {
    const { pass, step } = this.line();
    this.editing.choose({ pass, step, hung });
  }

  /** Changes the masks that hang where the open line says, or on something else of the pass. */
  masks(change: (masks: readonly Mask[]) => readonly Mask[], at: Holder = this.holder(), gesture: string | null = null): void {
    const pass = this.pass();
    if (pass) this.editing.pass(pass.id, (each) => withMasksAt(each, at, change), gesture);
  }

  changeMask(change: (mask: Mask) => Mask, gesture: string | null = null): void {
    const open = this.mask();
    if (open) this.masks((masks) => masks.map((mask) => (mask.id === open.id ? change(mask) : mask)), this.holder(), gesture);
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

  goTo(pass: string, hung: Hung): void {
    this.editing.choose({ pass, step: null, hung });
  }

  /** Hangs one more mask there and opens it. */
  addMask(mask: Mask, hung: Hung): void {
    this.masks((masks) => [...masks, mask], this.holderOf(hung));
    this.choose({ ...hung, mask: mask.id });
  }

  /** Takes what is open away: the mask, or else the wear. */
  remove(): void {
    const [pass, mask, wear] = [this.pass(), this.mask(), this.wear()];
    const { wear: wearId, zone } = this.hung() ?? {};
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

import { Injectable, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { chosenLay, findPass, solvedCut, withPass, withWear, type Sheet, type ToneStatistics, type Wear } from '@uvrant/core';
import { benchFeature, type Line } from '../state/bench';
import type { Addition } from './additions';
import { Editing } from './editing';
import { Rendering } from './rendering';

/** Adds things to the sheet: what has to be measured or solved for them is. */
@Injectable()
export class Adding {
  private readonly store = inject(Store);
  private readonly editing = inject(Editing);
  private readonly rendering = inject(Rendering);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);

  /** The sheet with it; a picture over something goes down as measuring says, a wear is solved on its texture. */
  async made(addition: Addition): Promise<{ readonly sheet: Sheet; readonly line: Line } | null> {
    const document = this.document();
    if (!document) return null;
    const added = addition.add(document, this.line());
    const { pass, hung } = added.line;
    if (pass === null) return added;
    if (addition.worn) return { ...added, sheet: await this.solved(added.sheet, pass, hung?.wear ?? '') };
    const first = findPass(added.sheet, pass)?.lay.mode === 'normal';
    if (!addition.measured || first) return added;
    const { picture, beneath } = await this.rendering.tonesOf(added.sheet, pass);
    return { ...added, sheet: withPass(added.sheet, pass, (each) => ({ ...each, lay: { ...chosenLay(picture, beneath) } })) };
  }

  /** Adds it and chooses its line. */
  async take(addition: Addition): Promise<void> {
    try {
      const made = await this.made(addition);
      if (made && this.editing.sheet(() => made.sheet)) this.editing.choose(made.line);
    } catch (error) {
      this.rendering.fail(error);
    }
  }

  /** Solves the cut of a wear for a share of its texture, on the texture's own tones. */
  async solve(pass: string, id: string, share: number | null = null, gesture: string | null = null): Promise<void> {
    const document = this.document();
    if (!document) return;
    try {
      const greys = await this.rendering.greysOf(document, pass, id);
      this.editing.pass(pass, (each) => withWear(each, id, cutBy(greys, share)), gesture);
    } catch (error) {
      this.rendering.fail(error);
    }
  }

  /** The sheet with a new wear's cut solved. */
  private async solved(sheet: Sheet, pass: string, id: string): Promise<Sheet> {
    const greys = await this.rendering.greysOf(sheet, pass, id);
    return withPass(sheet, pass, (each) => withWear(each, id, cutBy(greys)));
  }
}

/** A texture wear cut for its own share, or another. */
const cutBy =
  (greys: ToneStatistics, share: number | null = null) =>
  (wear: Wear): Wear => {
    if (wear.kind !== 'texture') return wear;
    const asked = { ...wear, share: share ?? wear.share };
    return { ...asked, ...solvedCut(greys, asked) };
  };

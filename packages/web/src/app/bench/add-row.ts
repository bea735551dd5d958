import { Component, DestroyRef, computed, inject, output } from '@angular/core';
import { Store } from '@ngrx/store';
import { chosenLay, findPass, solvedCut, withPass, withWear, type Sheet, type Wear } from '@uvrant/core';
import { benchFeature, type Line } from '../state/bench';
import { jobsFeature } from '../state/jobs';
import { Finder } from '../ui/finder';
import { additionsAt, type Addition } from './additions';
import { Editing } from './editing';
import { Rendering } from './rendering';

/** A row at the place of insertion: something is looked for by what it does and tried live on the sheet. */
@Component({
  selector: 'uv-add-row',
  imports: [Finder],
  template: `
    <uv-finder
      [items]="additions()"
      label="What should print, or what should happen?"
      (tried)="try($event)"
      (taken)="take($event)"
      (closed)="leave()"
    />
  `,
})
export class AddRow {
  readonly closed = output<void>();

  private readonly store = inject(Store);
  private readonly editing = inject(Editing);
  private readonly rendering = inject(Rendering);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly id = this.store.selectSignal(benchFeature.selectId);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly assets = this.store.selectSignal(jobsFeature.selectAssets);
  private readonly sheets = this.store.selectSignal(jobsFeature.selectSheets);
  private asked = 0;

  protected readonly additions = computed(() => {
    const document = this.document();
    if (!document) return [];
    return additionsAt(
      document,
      this.line(),
      this.assets(),
      this.sheets().filter((each) => each.id !== this.id()),
    );
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.rendering.trial.set(null));
  }

  private addition(id: string | null): Addition | undefined {
    return this.additions().find((each) => each.id === id);
  }

  /** The sheet with it; a picture over something goes down as measuring says. */
  private async made(addition: Addition): Promise<{ readonly sheet: Sheet; readonly line: Line } | null> {
    const document = this.document();
    if (!document) return null;
    const added = addition.add(document, this.line());
    const { pass } = added.line;
    if (addition.worn && pass !== null) return { ...added, sheet: await this.solved(added.sheet, pass, added.line.hung?.wear ?? '') };
    const first = pass !== null && findPass(added.sheet, pass)?.lay.mode === 'normal';
    if (!addition.measured || pass === null || first) return added;
    const { picture, beneath } = await this.rendering.tonesOf(added.sheet, pass);
    return { ...added, sheet: withPass(added.sheet, pass, (each) => ({ ...each, lay: { ...chosenLay(picture, beneath) } })) };
  }

  /** The sheet with a new wear's cut solved on its texture's own tones. */
  private async solved(sheet: Sheet, pass: string, id: string): Promise<Sheet> {
    const greys = await this.rendering.greysOf(sheet, pass, id);
    const change = (wear: Wear): Wear => (wear.kind === 'texture' ? { ...wear, ...solvedCut(greys, wear) } : wear);
    return withPass(sheet, pass, (each) => withWear(each, id, change));
  }

  protected async try(id: string | null): Promise<void> {
    const asked = ++this.asked;
    const addition = this.addition(id);
    if (!addition) return this.rendering.trial.set(null);
    const made = await this.made(addition).catch(() => null);
    if (asked === this.asked) this.rendering.trial.set(made?.sheet ?? null);
  }

  protected async take(id: string): Promise<void> {
    this.asked++;
    const addition = this.addition(id);
    if (!addition) return;
    try {
      const made = await this.made(addition);
      if (made && this.editing.sheet(() => made.sheet)) this.editing.choose(made.line);
    } catch (error) {
      this.rendering.fail(error);
    }
    this.leave();
  }

  protected leave(): void {
    this.asked++;
    this.rendering.trial.set(null);
    this.closed.emit();
  }
}

import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject, output } from '@angular/core';
import { Store } from '@ngrx/store';
import { benchFeature } from '../../state/bench';
import { jobsFeature } from '../../state/jobs';
import { Finder } from '../../ui/finder';
import { Adding } from './adding';
import { notYet } from './not-yet';
import { additionsAt, type Addition } from './additions';
import { Rendering } from '../view/rendering';

/** A row at the place of insertion: something is looked for by what it does and tried live on the sheet. */
@Component({
  selector: 'uv-add-row',
  imports: [Finder],
  template: `
    <uv-finder
      [items]="additions()"
      label="What should print, or what should happen?"
      [absent]="notYet"
      (tried)="try($event)"
      (taken)="take($event)"
      (closed)="leave()"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AddRow {
  readonly closed = output<void>();

  private readonly store = inject(Store);
  private readonly adding = inject(Adding);
  private readonly rendering = inject(Rendering);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly id = this.store.selectSignal(benchFeature.selectId);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  private readonly sheets = this.store.selectSignal(jobsFeature.selectSheetsToOpen);
  protected readonly notYet = notYet;
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

  protected async try(id: string | null): Promise<void> {
    const asked = ++this.asked;
    const addition = this.addition(id);
    if (!addition) return this.rendering.trial.set(null);
    const made = await this.adding.made(addition).catch(() => null);
    if (asked === this.asked) this.rendering.trial.set(made?.sheet ?? null);
  }

  protected take(id: string): void {
    const addition = this.addition(id);
    if (!addition) return;
    this.leave();
    void this.adding.take(addition);
  }

  protected leave(): void {
    this.asked++;
    this.rendering.trial.set(null);
    this.closed.emit();
  }
}

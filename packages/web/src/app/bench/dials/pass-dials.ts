import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { movePass, passesOf, placeOf, sourceOfKind, type Pass, type Sheet, type Source } from '@uvrant/core';
import { benchFeature } from '../../state/bench';
import { jobsFeature } from '../../state/jobs';
import { dialLines } from './dial-lines';
import { ActionMenu, type Action } from '../../ui/action-menu';
import { NameEntry } from '../../ui/name-entry';
import { Select } from '../../ui/select';
import { Editing } from '../editing';
import { ArrangeDials } from './arrange-dials';
import { LayDials } from './lay-dials';
import { MaskList } from '../masks/mask-list';
import { PassPicture } from './pass-picture';
import { PlacementDials } from './placement-dials';
import { Rendering } from '../view/rendering';
import { TicketEdits, type StepTarget } from '../ticket/ticket-edits';

const PURPOSES: Partial<Record<Source['kind'], string>> = {
  group: 'Passes treated and laid down together; a lay inside never reaches out.',
  overall: 'Treats everything printed so far; without steps it is laid over itself.',
};

/** A pass: its source’s dials, how it lies on the sheet and how it goes down. */
@Component({
  selector: 'uv-pass-dials',
  imports: [ActionMenu, ArrangeDials, LayDials, MaskList, NameEntry, NgComponentOutlet, PassPicture, PlacementDials, Select],
  template: `
    <header>
      <h2><uv-name-entry [value]="pass().name" label="Name of the pass" (renamed)="rename($event)" /></h2>
      <p>{{ purpose() }}</p>
      <div class="doing" role="group" aria-label="This pass">
        <button type="button" (click)="edits.duplicate()">Duplicate</button>
        <button type="button" [attr.aria-pressed]="isAlone()" (click)="edits.toggleAlone()">
          {{ isAlone() ? 'Show all' : 'Show alone' }}
        </button>
        <button type="button" (click)="edits.group()">Group</button>
        @if (pass().source.kind === 'group') {
          <button type="button" (click)="edits.ungroup()">Ungroup</button>
        }
        <button type="button" [attr.aria-pressed]="pass().locked === true" (click)="edits.lock()">
          {{ pass().locked ? 'Unlock' : 'Lock' }}
        </button>
        <button type="button" (click)="edits.remove()">Remove</button>
      </div>
      @if (otherSheets().length > 0) {
        <div class="menu">
          <uv-action-menu [actions]="otherSheets()" words="Copy to another sheet" (chosen)="edits.copyTo($event)" />
        </div>
      }
      @if (pass().steps.length > 0) {
        <div class="menu">
          <uv-action-menu [actions]="stepTargets()" words="Put these steps on" (chosen)="edits.putSteps(pass(), $event)" />
        </div>
      }
    </header>
    @if (picture(); as sha256) {
      <uv-pass-picture [id]="pass().id" [sha256]="sha256" />
    }
    @for (stray of strays(); track stray.id) {
      <p class="uv-warn block" role="status">
        “{{ stray.name }}” stands outside this group and is not treated with it.
        <button type="button" (click)="takeIn(stray)">Take it in</button>
      </p>
    }
    @for (line of lines(); track line.name) {
      <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
    }
    @if (isPictureFrame()) {
      <div class="block top">
        <b>Its picture</b>
        <uv-select
          [options]="pictures()"
          [value]="framePicture() ?? null"
          label="The picture whose darks are the frame"
          placeholder="Choose one"
          (chosen)="setFramePicture($event)"
        />
      </div>
      @if (!framePicture()) {
        <p class="note">Nothing prints until a picture is chosen; drop one on the page.</p>
      }
    }
    @if (setting(); as set) {
      <div class="note">
        Capitals {{ capMm() }} mm high.
        @if (set.missing) {
          <p class="uv-warn" role="status">This font has no “{{ set.missing }}”: choose another font, or other letters.</p>
        }
      </div>
    }
    <uv-mask-list [pass]="pass()" [at]="{}" />
    <uv-lay-dials [pass]="pass()" [sheet]="sheet()" />
    @if (pass().locked) {
      <p class="note">Locked: its place is kept, and it cannot be removed.</p>
    } @else if (isPlaced()) {
      <uv-placement-dials [pass]="pass()" [sheet]="sheet()" />
      <uv-arrange-dials [passes]="[pass()]" [sheet]="sheet()" />
    }
  `,
  styleUrls: ['./panel.scss', './pass-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PassDials {
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  private readonly rendering = inject(Rendering);
  private readonly store = inject(Store);
  private readonly sheets = this.store.selectSignal(jobsFeature.selectSheetsToOpen);
  private readonly id = this.store.selectSignal(benchFeature.selectId);
  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  private readonly only = this.store.selectSignal(benchFeature.selectAlone);
  protected readonly edits = inject(TicketEdits);

  protected readonly otherSheets = computed(() =>
    this.sheets()
      .filter((each) => each.id !== this.id())
      .map((each) => ({ value: each, words: each.document.name })),
  );
  /** Where the steps of the pass can be put: other passes, and pictures of the job. */
  protected readonly stepTargets = computed<readonly Action<StepTarget>[]>(() => {
    const passes = [...passesOf(this.sheet().passes)].filter(({ id }) => id !== this.pass().id);
    return [
      ...passes.map(({ id, name }) => ({ value: { pass: id }, words: name })),
      ...this.assets()
        .filter(({ drawer }) => drawer === 'picture')
        .map((asset) => ({ value: { asset }, words: asset.name, note: 'as a new pass' })),
    ];
  });
  protected readonly pictures = computed(() => this.assets().map(({ sha256, name }) => ({ value: sha256, words: name })));
  protected readonly isAlone = computed(() => this.only() === this.pass().id);
  protected readonly declaration = computed(() => sourceOfKind(this.pass().source.kind) ?? null);
  protected readonly purpose = computed(
    () => this.declaration()?.purpose ?? PURPOSES[this.pass().source.kind] ?? 'This Uvrant does not know this source.',
  );
  protected readonly isPlaced = computed(() => !['group', 'overall'].includes(this.pass().source.kind));
  protected readonly setting = computed(() => this.rendering.settings()[this.pass().id] ?? null);
  protected readonly capMm = computed(() => {
    const set = this.setting();
    return set ? set.lines.map(({ em }) => (em * set.cap).toFixed(1)).join(', ') : '';
  });

  protected readonly lines = computed(() => {
    const [pass, sheet, declaration] = [this.pass(), this.sheet(), this.declaration()];
    if (!declaration) return [];
    return dialLines(pass.id, declaration.dials, pass.source, { sheet, pass }, (name, value, gesture) =>
      this.editing.pass(pass.id, (each) => this.withDial(each, name, value), gesture),
    );
  });

  protected readonly picture = computed(() => {
    const { source } = this.pass();
    return source.kind === 'picture' ? source.picture.sha256 : null;
  });
  protected readonly isPictureFrame = computed(() => {
    const { source } = this.pass();
    return source.kind === 'frame' && source.edge === 'picture';
  });
  protected readonly framePicture = computed(() => {
    const { source } = this.pass();
    return source.kind === 'frame' ? source.picture?.sha256 : undefined;
  });

  /** A dial of the source changed; a frame made of a picture begins with the job's latest. */
  private withDial(pass: Pass, name: string, value: unknown): Pass {
    const source = { ...pass.source, [name]: value };
    const [latest] = this.assets();
    const wants = source.kind === 'frame' && source.edge === 'picture' && !source.picture;
    return { ...pass, source: wants && latest ? { ...source, picture: { sha256: latest.sha256 } } : source };
  }

  protected setFramePicture(sha256: string): void {
    this.editing.pass(this.pass().id, (pass) =>
      pass.source.kind === 'frame' ? { ...pass, source: { ...pass.source, picture: { sha256 } } } : pass,
    );
  }

  /** Neighbours of a group that are of the kind most of its passes are. */
  protected readonly strays = computed<readonly Pass[]>(() => {
    const { id, source } = this.pass();
    if (source.kind !== 'group' || source.passes.length === 0) return [];
    const kinds = source.passes.map((each) => each.source.kind);
    const [most] = [...new Set(kinds)].sort((a, b) => kinds.filter((k) => k === b).length - kinds.filter((k) => k === a).length);
    const place = placeOf(this.sheet(), id);
    const siblings = siblingsOf(this.sheet(), place?.group ?? null);
    const at = siblings.findIndex((each) => each.id === id);
    return [siblings[at - 1], siblings[at + 1]].filter((each): each is Pass => each !== undefined && each.source.kind === most);
  });

  protected takeIn(stray: Pass): void {
    const { id, source } = this.pass();
    if (source.kind !== 'group') return;
    const siblings = siblingsOf(this.sheet(), placeOf(this.sheet(), id)?.group ?? null);
    const isBefore = siblings.findIndex((each) => each.id === stray.id) < siblings.findIndex((each) => each.id === id);
    this.editing.sheet((sheet) => movePass(sheet, stray.id, { group: id, after: isBefore ? null : (source.passes.at(-1)?.id ?? null) }));
  }

  protected rename(name: string): void {
    this.editing.pass(this.pass().id, (pass) => ({ ...pass, name }));
  }
}

const siblingsOf = (sheet: Sheet, group: string | null): readonly Pass[] => {
  if (group === null) return sheet.passes;
  const search = (passes: readonly Pass[]): readonly Pass[] | null => {
    for (const pass of passes) {
      if (pass.source.kind !== 'group') continue;
      if (pass.id === group) return pass.source.passes;
      const inside = search(pass.source.passes);
      if (inside) return inside;
    }
    return null;
  };
  return search(sheet.passes) ?? [];
};

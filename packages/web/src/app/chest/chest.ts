import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked, viewChild } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { MatTabsModule } from '@angular/material/tabs';
import { Store } from '@ngrx/store';
import { rgbOfHex, SHIPPED_FONTS, type ColourRef, type RampStop, type Source } from '@uvrant/core';
import { ChestActions, chestFeature } from '../state/chest';
import { FontActions, fontsFeature } from '../state/fonts';
import { JobActions, jobsFeature } from '../state/jobs';
import { TrayActions } from '../state/tray';
import { ContextMenu, type MenuLine } from '../ui/context-menu';
import { Select } from '../ui/select';
import { inWords } from '../ui/toggles';
import { TrayNotice } from '../tray/tray-notice';
import type { Asset, Drawer, KeptRamp } from '@uvrant/contract';
import { DRAGGED, lookedThrough, measuresInWords, SORTS, type Sort } from './looking';
import { ScannerBed } from './scanner';

const TABS = ['pictures', 'textures', 'frames', 'ramps', 'fonts', 'scanner'] as const;
type Tab = (typeof TABS)[number];
const DRAWER_OF: Partial<Record<Tab, Drawer>> = { pictures: 'picture', textures: 'texture', frames: 'frame' };
const ROW_PX = 76;

/** The plan chest: drawers of pictures, textures, frames, ramps and fonts, and the scanner. */
@Component({
  selector: 'uv-chest',
  imports: [
    ContextMenu,
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    MatFormField,
    MatIcon,
    MatInput,
    MatTabsModule,
    ScannerBed,
    Select,
    TrayNotice,
  ],
  template: `
    <uv-context-menu />
    <header>
      <h2>Plan chest</h2>
      <button type="button" aria-label="Close the plan chest" (click)="closed.emit()"><mat-icon svgIcon="close" /></button>
    </header>
    <nav mat-tab-nav-bar mat-stretch-tabs aria-label="Drawers" disableRipple [tabPanel]="panel">
      @for (each of tabs; track each) {
        <button type="button" mat-tab-link [active]="tab() === each" (click)="show(each)">{{ each }}</button>
      }
    </nav>
    <mat-tab-nav-panel #panel class="panel">
      <uv-tray-notice />
      @if (problem(); as problem) {
        <p class="uv-warn" role="alert">
          {{ problem }}
          <button type="button" (click)="read()">Close</button>
        </p>
      }
      @if (drawer(); as drawer) {
        <div class="asked">
          <mat-form-field>
            <input
              matInput
              aria-label="Search this drawer"
              placeholder="Search by name, tag, ground…"
              [value]="search()"
              (input)="search.set(words.value)"
              #words
            />
          </mat-form-field>
          <uv-select [options]="orders" [value]="sort()" label="Sort by" (chosen)="sort.set($event)" />
        </div>
        @if (results(); as results) {
          <div class="results" role="status" aria-label="What became of the files">
            <span>
              <b>{{ results.taken }} of {{ results.all }}</b>
              taken in
            </span>
            <button type="button" (click)="imports.set([])">Close</button>
            @for (each of results.files; track each.id) {
              <small [class.refused]="each.refused">{{ each.name }}: {{ each.words }}</small>
            }
          </div>
        }
        <cdk-virtual-scroll-viewport class="list" [itemSize]="rowPx" role="list" [attr.aria-label]="'Drawer of ' + tab()">
          <div
            *cdkVirtualFor="let asset of found(); trackBy: bySha; let i = index"
            class="item"
            role="listitem"
            [attr.aria-setsize]="found().length"
            [attr.aria-posinset]="i + 1"
            draggable="true"
            [class.uv-hatched]="open() === asset.sha256"
            (dragstart)="drag($event, asset)"
            (contextmenu)="openMenu($event, asset)"
          >
            <button type="button" class="face" [attr.aria-expanded]="open() === asset.sha256" (click)="toggle(asset)">
              <img [src]="'/api/assets/' + asset.sha256 + '/thumbnail'" alt="" loading="lazy" draggable="false" (error)="blank($event)" />
              <span>
                <b>{{ asset.name }}</b>
                <small>{{ asset.width }} × {{ asset.height }} px{{ tagsOf(asset) }}</small>
                <small>{{ asset.note ? 'look: ' + asset.note : measures(asset) }}</small>
              </span>
            </button>
          </div>
        </cdk-virtual-scroll-viewport>
        @if (found().length === 0) {
          <p class="none">{{ search() ? 'Nothing here answers to that.' : emptyWords() }}</p>
        }
        @if (chosen(); as asset) {
          <div class="about">
            <div class="doing" role="group" [attr.aria-label]="asset.name">
              <button type="button" (click)="lay.emit(asset)">Lay on the sheet</button>
              @if (canWear()) {
                <button type="button" (click)="wear.emit(asset)">Wear the chosen pass</button>
              }
              @if (canReplace()) {
                <button type="button" (click)="replace.emit(asset)">Put in place of the chosen</button>
              }
              <button type="button" (click)="remove(asset)">Remove</button>
            </div>
            @if (asset.note; as note) {
              <p class="uv-warn" role="status">{{ note }}</p>
            }
            <label>
              Name
              <mat-form-field><input matInput [value]="asset.name" maxlength="200" (change)="rename(asset, name)" #name /></mat-form-field>
            </label>
            <label>
              Tags
              <mat-form-field>
                <input matInput [value]="asset.tags.join(', ')" placeholder="words, with commas" (change)="tag(asset, tags.value)" #tags />
              </mat-form-field>
            </label>
            <div class="pair">
              Drawer
              <uv-select [options]="pictureTabs" [value]="tab()" label="Drawer" (chosen)="move(asset, $event)" />
            </div>
          </div>
        }
        <label class="uv-button file">
          Add pictures…
          <input
            class="uv-visually-hidden"
            type="file"
            multiple
            accept="image/png,image/jpeg,image/tiff,image/webp,image/avif,image/gif"
            (change)="take(files)"
            #files
          />
        </label>
      } @else if (tab() === 'ramps') {
        <div class="list">
          @for (ramp of ramps(); track ramp.id) {
            <div class="ramp">
              <span class="band" [style.background]="band(ramp)"></span>
              <b>{{ ramp.name }}</b>
              <button type="button" (click)="layRamp.emit(ramp)">Lay on the sheet</button>
              <button type="button" (click)="dropRamp(ramp)">Remove</button>
            </div>
          } @empty {
            <p class="none">No ramps yet. Choose a pass that is a ramp and put it by.</p>
          }
        </div>
        @if (rampToKeep(); as stops) {
          <form class="asked" (submit)="keep($event, named, stops)">
            <mat-form-field>
              <input matInput aria-label="Name of the ramp" placeholder="Name of the chosen pass’s ramp" maxlength="120" #named />
            </mat-form-field>
            <button type="submit" class="uv-button">Put it by</button>
          </form>
        }
      } @else if (tab() === 'fonts') {
        <ul class="list fonts">
          @for (font of fonts(); track font.name) {
            <li>
              <b>{{ font.name }}</b>
              <small>{{ font.note }}</small>
              @if (font.sha256; as sha256) {
                <button type="button" [attr.aria-label]="'Remove the font ' + font.name" (click)="removeFont(sha256, font.name)">
                  Remove
                </button>
              }
            </li>
          }
        </ul>
        <label class="uv-button file">
          Add a font…
          <input class="uv-visually-hidden" type="file" accept=".ttf,.otf,.ttc,.woff,.woff2" (change)="takeFont(fontFile)" #fontFile />
        </label>
        @if (fontProblem(); as problem) {
          <p class="uv-warn" role="alert">{{ problem }}</p>
        }
      } @else {
        <uv-scanner [jobId]="jobId()" />
      }
    </mat-tab-nav-panel>
  `,
  styleUrl: './chest.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Chest {
  readonly jobId = input.required<string>();
  /** What the chosen pass would let be done with a picture. */
  readonly canWear = input(false);
  readonly canReplace = input(false);
  /** The chosen pass's ramp, where it is one. */
  readonly rampToKeep = input<readonly RampStop[] | null>(null);
  readonly closed = output<void>();
  readonly lay = output<Asset>();
  readonly wear = output<Asset>();
  readonly replace = output<Asset>();
  readonly layRamp = output<KeptRamp>();

  private readonly store = inject(Store);
  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  private readonly uploads = this.store.selectSignal(jobsFeature.selectUploads);
  private readonly ownFonts = this.store.selectSignal(fontsFeature.selectOwn);
  protected readonly fontProblem = this.store.selectSignal(fontsFeature.selectProblem);
  protected readonly ramps = this.store.selectSignal(chestFeature.selectRamps);
  private readonly sought = this.store.selectSignal(chestFeature.selectSought);
  protected readonly problem = this.store.selectSignal(chestFeature.selectProblem);

  protected readonly tabs = TABS;
  protected readonly pictureTabs = inWords(TABS.filter((tab) => DRAWER_OF[tab]));
  protected readonly orders = inWords(SORTS);
  protected readonly rowPx = ROW_PX;
  protected readonly tab = signal<Tab>('textures');
  protected readonly search = signal('');
  protected readonly sort = signal<Sort>('newest');
  protected readonly open = signal<string | null>(null);
  /** Files that were added last. */
  protected readonly imports = signal<readonly { readonly id: string; readonly name: string }[]>([]);

  protected readonly drawer = computed(() => DRAWER_OF[this.tab()] ?? null);
  protected readonly found = computed(() => {
    const drawer = this.drawer();
    return drawer ? lookedThrough(this.assets(), drawer, this.search(), this.sort()) : [];
  });
  protected readonly chosen = computed(() => this.found().find(({ sha256 }) => sha256 === this.open()) ?? null);
  protected readonly fonts = computed(() => [
    ...SHIPPED_FONTS.map(({ name, role, licence }) => ({ name, note: `${role}; ${licence}`, sha256: null })),
    ...this.ownFonts().map(({ name, sha256 }) => ({ name, note: 'your own', sha256 })),
  ]);
  protected readonly emptyWords = computed(() =>
    this.tab() === 'textures' ? 'No textures yet: scan some, or add pictures of worn surfaces.' : `No ${this.tab()} yet.`,
  );

  protected readonly measures = measuresInWords;
  protected readonly bySha = (_: number, { sha256 }: Asset): string => sha256;

  constructor() {
    this.store.dispatch(ChestActions.chestOpened());
    this.store.dispatch(FontActions.fontsWanted());
    // A picture that is sought lies open in its drawer.
    effect(() => {
      const sought = this.sought();
      const asset = this.assets().find(({ sha256 }) => sha256 === sought);
      if (!asset) return;
      this.show(TABS.find((tab) => DRAWER_OF[tab] === asset.drawer) ?? 'pictures');
      this.search.set('');
      this.open.set(asset.sha256);
      untracked(() => this.store.dispatch(ChestActions.pictureFound()));
    });
  }

  protected show(tab: Tab): void {
    this.tab.set(tab);
    this.open.set(null);
  }

  private readonly menu = viewChild.required(ContextMenu);

  /** What can be done with a picture. */
  protected openMenu(event: MouseEvent, asset: Asset): void {
    this.open.set(asset.sha256);
    const wear: readonly MenuLine[] = this.canWear() ? [{ words: 'Wear the chosen pass', run: () => this.wear.emit(asset) }] : [];
    const replace: readonly MenuLine[] = this.canReplace()
      ? [{ words: 'Put in place of the chosen', run: () => this.replace.emit(asset) }]
      : [];
    this.menu().open(event, [
      { words: 'Lay on the sheet', run: () => this.lay.emit(asset) },
      ...wear,
      ...replace,
      null,
      { words: 'Remove', run: () => this.remove(asset) },
    ]);
  }

  protected tagsOf({ tags }: Asset): string {
    return tags.length > 0 ? `, ${tags.join(', ')}` : '';
  }

  protected toggle({ sha256 }: Asset): void {
    this.open.update((open) => (open === sha256 ? null : sha256));
  }

  protected drag(event: DragEvent, { sha256 }: Asset): void {
    event.dataTransfer?.setData(DRAGGED, sha256);
    if (event.dataTransfer) event.dataTransfer.effectAllowed = 'copy';
  }

  /** A picture from before there were thumbnails. */
  protected blank(event: Event): void {
    (event.target as HTMLElement).style.visibility = 'hidden';
  }

  private change(sha256: string, change: Partial<Pick<Asset, 'name' | 'drawer' | 'tags'>>): void {
    this.store.dispatch(JobActions.pictureChanged({ jobId: this.jobId(), sha256, change }));
  }

  protected rename({ sha256, name }: Asset, entry: HTMLInputElement): void {
    const wanted = entry.value.trim();
    if (wanted) this.change(sha256, { name: wanted });
    else entry.value = name;
  }

  protected tag({ sha256 }: Asset, text: string): void {
    const tags = text.split(',').flatMap((tag) => tag.trim().slice(0, 40) || []);
    this.change(sha256, { tags: tags.slice(0, 24) });
  }

  protected move({ sha256 }: Asset, tab: Tab): void {
    const drawer = DRAWER_OF[tab];
    if (drawer) this.change(sha256, { drawer });
  }

  protected remove({ sha256, name }: Asset): void {
    this.store.dispatch(TrayActions.removalWanted({ item: { kind: 'picture', id: sha256, jobId: this.jobId(), name } }));
  }

  /** What became of each file that was added together with others, in the order in which they came. */
  protected readonly results = computed(() => {
    const imports = this.imports();
    if (imports.length === 0) return null;
    const files = imports.map(({ id, name }) => {
      const upload = this.uploads().find((each) => each.id === id);
      if (!upload) return { id, name, words: 'taken in', refused: false };
      if (upload.error) return { id, name, words: upload.error, refused: true };
      return { id, name, words: upload.sent < 1 ? 'on its way' : 'being read', refused: false };
    });
    return { files, all: files.length, taken: files.filter(({ words }) => words === 'taken in').length };
  });

  protected read(): void {
    this.store.dispatch(ChestActions.refusalRead());
  }

  protected take(entry: HTMLInputElement): void {
    const drawer = this.drawer() ?? 'picture';
    const files = [...(entry.files ?? [])].map((file) => ({ id: crypto.randomUUID(), file }));
    for (const { id, file } of files) this.store.dispatch(JobActions.pictureDropped({ jobId: this.jobId(), id, file, drawer }));
    this.imports.set(files.map(({ id, file }) => ({ id, name: file.name })));
    entry.value = '';
  }

  protected takeFont(entry: HTMLInputElement): void {
    for (const file of entry.files ?? []) this.store.dispatch(FontActions.fontDropped({ file }));
    entry.value = '';
  }

  protected removeFont(id: string, name: string): void {
    this.store.dispatch(TrayActions.removalWanted({ item: { kind: 'font', id, jobId: null, name } }));
  }

  protected keep(event: Event, entry: HTMLInputElement, stops: readonly RampStop[]): void {
    event.preventDefault();
    const name = entry.value.trim();
    if (name) this.store.dispatch(ChestActions.rampPutBy({ name, stops }));
    entry.value = '';
  }

  protected dropRamp({ id }: KeptRamp): void {
    this.store.dispatch(ChestActions.rampTakenAway({ id }));
  }

  protected band({ stops }: KeptRamp): string {
    return `linear-gradient(90deg, ${stops.map(({ at, colour, strength }) => `${cssOf(colour, strength)} ${100 * at}%`).join(', ')})`;
  }
}

/** A stop's colour on the page; an ink of a sheet is shown dark, for a ramp in the chest has no sheet. */
const cssOf = (colour: ColourRef, strength: number): string => {
  const [r, g, b] = rgbOfHex('srgb' in colour ? colour.srgb : '#1e1c1e').map((v) => Math.round((v * 255) / 16384)) as [
    number,
    number,
    number,
  ];
  return `rgb(${r} ${g} ${b} / ${strength})`;
};

/** The ramp of a source, or null. */
export const rampOf = (source: Source): readonly RampStop[] | null => (source.kind === 'ramp' ? source.stops : null);

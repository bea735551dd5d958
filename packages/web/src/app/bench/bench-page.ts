import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked, viewChild } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { RouterLink } from '@angular/router';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Actions, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { passesOf, type FoundPlace } from '@uvrant/core';
import { Chest, rampOf } from '../chest/chest';
import { DRAGGED } from '../chest/looking';
import { Saver } from '../keeping/saver';
import { BenchActions, benchFeature } from '../state/bench';
import { DispatchActions } from '../state/dispatch';
import { Uploads } from '../jobs/uploads';
import { JobActions, jobsFeature } from '../state/jobs';
import type { Asset, KeptRamp } from '@uvrant/contract';
import { Adding } from './adding/adding';
import { ChecksColumn } from './checks-column';
import { ofPicture, ofRamp, wearFrom } from './adding/additions';
import { DialsColumn } from './dials/dials-column';
import { Editing } from './editing';
import type { CommandName } from './keys/commands';
import { isElsewhere, Keymap, takesArrows, takesSpace } from './keys/keymap';
import { Attachments } from './attached/attachments';
import { toolFor } from './tools/tools';
import { Rendering } from './view/rendering';
import { StoredPicture } from './view/stored-picture';
import { SendOutBar } from './ticket/send-out-bar';
import { Swapping } from './swapping';
import { Slug } from './view/slug';
import { Table, type TableStatus, type UnderPointer } from './table/table';
import { ContextMenu, type MenuLine } from '../ui/context-menu';
import { LineMenus } from './ticket/line-menus';
import { Clipboard } from './ticket/clipboard';
import { TicketEdits } from './ticket/ticket-edits';
import { Ticket } from './ticket/ticket';
import { peelStep, rowsOf } from './ticket/ticket-rows';

/** How much nearer or farther a key goes. */
const ZOOM_STEP = Math.SQRT2;

/** The bench: ticket, table, dials, slug. */
@Component({
  selector: 'uv-bench-page',
  imports: [ChecksColumn, Chest, ContextMenu, MatIcon, Ticket, Table, DialsColumn, Slug, SendOutBar, RouterLink, Uploads],
  providers: [Rendering, StoredPicture, Editing, TicketEdits, Clipboard, Attachments, Adding, Swapping, LineMenus],
  template: `
    @if (sheetDocument(); as document) {
      <div class="left" (dragover)="overTicket($event)" (drop)="dropOnTicket($event)">
        <uv-ticket (contextmenu)="openMenu($event)" />
        <button type="button" class="chest" [attr.aria-expanded]="view().isChestOpen" (click)="showChest(!view().isChestOpen)">
          <mat-icon svgIcon="chest" />Plan chest and scanner
        </button>
        <uv-send-out-bar [sheetId]="sheet()" [jobId]="job()" />
      </div>
      @if (view().isChestOpen) {
        <uv-chest
          [jobId]="job()"
          [canWear]="chosenPass() !== null"
          [canReplace]="canReplace()"
          [rampToKeep]="chosenRamp()"
          (closed)="showChest(false)"
          (lay)="layPicture($event)"
          (wear)="wearPass($event)"
          (replace)="replacePicture($event)"
          (layRamp)="layRamp($event)"
        />
      }
      <uv-table
        [sheet]="document"
        [pass]="originalOf()"
        [spaceHeld]="space()"
        (contextmenu)="openMenu($event)"
        (pointed)="under.set($event)"
        (statusChanged)="status.set($event)"
        (dropped)="layPicture($event.sha256, $event)"
        (filesDropped)="takeIn($event.files, $event)"
      />
      <uv-uploads />
      <uv-context-menu />
      @if (view().showsChecks && !view().isChestOpen) {
        <uv-checks-column (closed)="commands.checks()" (placeShown)="showPlace($event)" />
      } @else if (!view().isChestOpen) {
        <uv-dials />
      }
      <uv-slug [sheet]="document" [status]="status()" [under]="under()" />
    } @else if (problem()) {
      <div class="state" role="alert">
        <h1>This sheet cannot be opened</h1>
        <p>{{ problem() }}</p>
        <a class="uv-button" routerLink="/">Back to the start</a>
      </div>
    } @else {
      <div class="state" role="status"><p>Laying out the sheet…</p></div>
    }
  `,
  styles: `
    :host {
      display: grid;
      --ticket: clamp(270px, 216px + 8vw, 420px);
      --dials: clamp(262px, 200px + 7.5vw, 392px);
      grid-template: minmax(0, 1fr) minmax(30px, auto) / var(--ticket) minmax(0, 1fr) var(--dials);
      height: 100%;
    }
    uv-uploads {
      position: absolute;
      right: calc(var(--dials) + 16px);
      bottom: 44px;
      z-index: 6;
      width: min(440px, 44vw);
    }
    uv-uploads:not(:empty) {
      padding: 10px 12px 0;
      border: 1px solid var(--ink);
      background: var(--form);
    }
    :host:has(uv-chest) {
      grid-template-columns: var(--ticket) clamp(300px, 264px + 7.5vw, 456px) minmax(0, 1fr);
    }
    /* A small window, or a larger one that is zoomed: the sheet first, its form below. */
    @media (max-width: 860px) {
      :host,
      :host:has(uv-chest) {
        grid-template: 84vh auto auto / minmax(0, 1fr) minmax(0, 1fr);
        overflow-y: auto;
      }
      uv-table {
        grid-row: 1;
        grid-column: 1 / -1;
      }
      .left,
      uv-dials,
      uv-chest {
        grid-row: 2;
        height: 480px;
      }
    }
    .chest {
      padding: 8px 12px;
      border-top: var(--rule);
      border-right: var(--rule);
      background: var(--form);
      color: var(--cobalt);
      font-weight: 640;
      text-align: left;
    }
    .left {
      display: grid;
      grid-template-rows: minmax(0, 1fr) auto auto;
      min-height: 0;
    }
    uv-slug {
      grid-column: 1 / -1;
    }
    .state {
      grid-column: 1 / -1;
      place-self: center;
      display: grid;
      gap: 10px;
      justify-items: start;
      max-width: 420px;
      h1 {
        font-size: 1.25rem;
      }
    }
  `,
  host: {
    '(document:keydown)': 'keyDown($event)',
    '(document:keyup)': 'keyUp($event)',
    '(document:copy)': 'copied($event, false)',
    '(document:cut)': 'copied($event, true)',
    '(document:paste)': 'pasted($event)',
    '(window:blur)': 'lostFocus()',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPage {
  readonly job = input.required<string>();
  readonly sheet = input.required<string>();

  private readonly store = inject(Store);
  private readonly saver = inject(Saver);
  private readonly contents = this.store.selectSignal(jobsFeature.selectContents);
  private readonly refused = this.store.selectSignal(jobsFeature.selectProblem);
  private readonly bench = this.store.selectSignal(benchFeature.selectBenchState);
  private readonly laidOut = this.store.selectSignal(benchFeature.selectId);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly peel = this.store.selectSignal(benchFeature.selectPeel);
  private readonly edits = inject(TicketEdits);
  private readonly clipboard = inject(Clipboard);
  private readonly keymap = inject(Keymap);
  private readonly attachments = inject(Attachments);
  private readonly table = viewChild(Table);
  private readonly ticket = viewChild(Ticket);

  protected readonly sheetDocument = computed(() => (this.laidOut() === this.sheet() ? this.document() : null));
  protected readonly problem = computed(() => {
    const contents = this.contents();
    const absent = contents?.job.id === this.job() && !contents.sheets.some((each) => each.id === this.sheet());
    const fault = contents?.sheets.find((each) => each.id === this.sheet())?.fault;
    return (
      fault ?? this.refused() ?? (absent ? 'It is not in this job: it may lie in the tray, or have been made on another server.' : null)
    );
  });

  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  private readonly adding = inject(Adding);
  private readonly swapping = inject(Swapping);
  private readonly menus = inject(LineMenus);
  private readonly menu = viewChild(ContextMenu);

  protected readonly view = this.store.selectSignal(benchFeature.selectView);
  protected readonly space = signal(false);
  protected readonly under = signal<UnderPointer | null>(null);
  protected readonly status = signal<TableStatus>({ isTrue: false, share: 0, scale: 1 });
  /** The pass whose original is compared with: the chosen one where it is a picture, else the first that is. */
  protected readonly originalOf = computed(() => {
    if (toolFor(this.attachments.mask(), this.attachments.drawing())?.readsOriginal) return this.line().pass;
    const pictures = [...passesOf(this.document()?.passes ?? [])].filter((pass) => pass.source.kind === 'picture');
    return (pictures.find((pass) => pass.id === this.line().pass) ?? pictures[0])?.id ?? null;
  });

  constructor() {
    inject(Actions)
      .pipe(ofType(JobActions.pictureTakenIn), takeUntilDestroyed())
      .subscribe(({ id, asset }) => this.layTakenIn(id, asset));
    // What was to be laid on another sheet is in the chest.
    effect(() => {
      this.sheet();
      this.toLay.clear();
    });
    effect(() => this.store.dispatch(JobActions.jobEntered({ id: this.job() })));
    effect(() => this.store.dispatch(DispatchActions.listWanted({ jobId: this.job() })));
    effect(() => {
      const kept = this.contents()?.sheets.find((each) => each.id === this.sheet());
      if (!kept || kept.fault !== null) return;
      const { id, revision, saving } = untracked(this.bench);
      // Another window's save is taken up where nothing here waits to be saved.
      const isNewer = saving.state === 'saved' && kept.revision > revision;
      if (id === kept.id && !isNewer) return;
      this.store.dispatch(BenchActions.sheetLaidOut({ sheet: kept, pending: this.saver.pendingOf(kept.id) }));
      this.saver.now(kept.id);
    });
  }

  protected readonly chosenPass = this.store.selectSignal(benchFeature.selectChosenPass);
  protected readonly canReplace = computed(
    () => this.attachments.wear()?.kind === 'texture' || this.chosenPass()?.source.kind === 'picture',
  );
  protected readonly chosenRamp = computed(() => {
    const pass = this.chosenPass();
    return pass ? rampOf(pass.source) : null;
  });

  protected showChest(isChestOpen: boolean): void {
    this.attachments.show({ isChestOpen });
  }

  private asset(which: Asset | string): Asset | undefined {
    return typeof which === 'string' ? this.assets().find(({ sha256 }) => sha256 === which) : which;
  }

  /** A picture out of the chest: filling the sheet, or where it was dropped. */
  protected layPicture(which: Asset | string, at: { readonly x: number; readonly y: number } | null = null): void {
    const asset = this.asset(which);
    if (asset) void this.adding.take(ofPicture(asset, at));
  }

  protected wearPass(asset: Asset): void {
    void this.adding.take(wearFrom(asset));
    this.showChest(false);
  }

  protected layRamp(ramp: KeptRamp): void {
    void this.adding.take(ofRamp(ramp));
  }

  /** Another picture in place of the chosen pass's, or of the open wear's texture; all that is attached to it stays. */
  protected replacePicture(asset: Asset): void {
    const { sha256 } = asset;
    const pass = this.chosenPass();
    const wear = this.attachments.wear();
    if (pass && wear) {
      this.attachments.changeWear(({ surface: _, ...each }) => ({ ...each, picture: { sha256 } }));
      void this.adding.solve(pass.id, wear.id);
      return;
    }
    if (pass) this.swapping.swap(pass.id, asset);
  }

  private layTakenIn(id: string, asset: Asset): void {
    const at = this.toLay.get(id);
    if (at === undefined) return;
    this.toLay.delete(id);
    void this.adding.take(ofPicture(asset, at));
  }

  protected overTicket(event: DragEvent): void {
    if (event.dataTransfer?.types.includes(DRAGGED)) event.preventDefault();
  }

  protected dropOnTicket(event: DragEvent): void {
    const sha256 = event.dataTransfer?.getData(DRAGGED);
    if (!sha256) return;
    event.preventDefault();
    this.layPicture(sha256);
  }

  /** What each command does while the bench is open; *keys* is the top bar's. */
  protected readonly commands: Readonly<Record<Exclude<CommandName, 'keys'>, () => void>> = {
    original: () => this.attachments.show({ isOriginalHeld: true }),
    wipe: () => this.attachments.show({ wipe: this.view().wipe === null ? 0.5 : null }),
    bare: () => this.attachments.show({ showsBare: !this.view().showsBare }),
    'peel earlier': () => this.movePeel(-1),
    'peel later': () => this.movePeel(1),
    'narrower brush': () => this.attachments.resize(-1),
    'wider brush': () => this.attachments.resize(1),
    'take away': () => this.attachments.show({ isEraseHeld: true }),
    'see through': () => this.attachments.show({ seesThrough: !this.view().seesThrough }),
    chest: () => this.showChest(!this.view().isChestOpen),
    checks: () => this.attachments.show({ showsChecks: !this.view().showsChecks, isChestOpen: false }),
    add: () => this.ticket()?.adding.set(true),
    duplicate: () => this.edits.duplicate(),
    group: () => this.edits.group(),
    ungroup: () => this.edits.ungroup(),
    lock: () => this.edits.lock(),
    alone: () => this.edits.toggleAlone(),
    'next pass': () => this.goToPass(1),
    'pass before': () => this.goToPass(-1),
    nearer: () => this.table()?.zoomBy(ZOOM_STEP),
    farther: () => this.table()?.zoomBy(1 / ZOOM_STEP),
  };

  protected showPlace(place: FoundPlace): void {
    this.table()?.showPlace(place);
  }

  /** What can be done with the line that was pressed, or has the focus; on the table also how it is looked at. */
  protected openMenu(event: MouseEvent): void {
    if (isElsewhere(event.target)) return;
    const looks: readonly MenuLine[] = [
      null,
      { words: 'The whole sheet', keys: 'Ctrl 0', run: () => this.table()?.fit() },
      { words: 'Print pixels', keys: 'Ctrl 1', run: () => this.table()?.actualPixels() },
    ];
    const isTable = event.target instanceof Element && event.target.closest('uv-table') !== null;
    const lines = this.menus.lines({ add: () => this.ticket()?.adding.set(true) });
    this.menu()?.open(event, isTable ? [...lines, ...looks] : lines);
  }

  protected keyDown(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey) return this.shortcut(event);
    if (isElsewhere(event.target) || event.defaultPrevented) return;
    if (event.key.startsWith('Arrow')) return this.arrow(event);
    if (event.altKey) return;
    const name = this.keymap.commandOf(event);
    if (name !== null) {
      if (name === 'keys') return;
      this.commands[name]();
    } else if (event.key === ' ' && !takesSpace(event.target)) this.space.set(true);
    else if (event.key === 'Delete') {
      if (this.attachments.mask() || this.attachments.wear()) this.attachments.remove();
      else this.edits.remove();
    } else {
      if (event.key === 'Escape') this.attachments.show({ picksHue: false });
      return;
    }
    event.preventDefault();
  }

  /** Arrows that nothing with the focus takes move what is chosen; with Alt they print it earlier or later. */
  private arrow(event: KeyboardEvent): void {
    if (takesArrows(event.target)) return;
    if (event.altKey) {
      if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
      this.edits.shift(event.key === 'ArrowUp' ? -1 : 1);
    } else if (!this.table()?.nudge(event)) return;
    event.preventDefault();
  }

  /** Copies what is chosen, and cuts it out, unless words are marked or something is typed into. */
  protected copied(event: ClipboardEvent, isCut: boolean): void {
    const marked = document.getSelection();
    if (isElsewhere(document.activeElement) || (marked && !marked.isCollapsed)) return;
    const text = this.clipboard.text();
    if (text === null || !event.clipboardData) return;
    event.clipboardData.setData('text/plain', text);
    event.preventDefault();
    if (isCut) this.clipboard.cut();
  }

  /** Puts what was copied into the sheet; pictures into the job, as if they were dropped on the page. */
  protected pasted(event: ClipboardEvent): void {
    const data = event.clipboardData;
    if (isElsewhere(document.activeElement) || !data) return;
    const pictures = [...data.files].filter(({ type }) => type.startsWith('image/'));
    this.takeIn(pictures, null);
    if (pictures.length > 0 || this.clipboard.paste(data.getData('text/plain'))) event.preventDefault();
  }

  /** Pictures that are laid once they are taken in, by their upload: where they were dropped, or filling the sheet. */
  private readonly toLay = new Map<string, { readonly x: number; readonly y: number } | null>();

  /** Takes files into the job; each is laid on the sheet that is on the bench now, unless another is by then. */
  protected takeIn(files: readonly File[], at: { readonly x: number; readonly y: number } | null): void {
    for (const file of files) {
      const id = crypto.randomUUID();
      this.toLay.set(id, at);
      this.store.dispatch(JobActions.pictureDropped({ jobId: this.job(), id, file }));
    }
  }

  protected keyUp(event: KeyboardEvent): void {
    const name = this.keymap.endOf(event);
    if (name === 'original') this.attachments.show({ isOriginalHeld: false });
    if (name === 'take away') this.attachments.show({ isEraseHeld: false });
    if (event.key === ' ') this.space.set(false);
  }

  protected lostFocus(): void {
    this.attachments.show({ isOriginalHeld: false, isEraseHeld: false });
    this.space.set(false);
  }

  private shortcut(event: KeyboardEvent): void {
    const key = event.key.toLowerCase();
    if (key === 'z') this.store.dispatch(event.shiftKey ? BenchActions.editDoneAgain() : BenchActions.editUndone());
    else if (key === 'y') this.store.dispatch(BenchActions.editDoneAgain());
    else if (key === 's') this.store.dispatch(BenchActions.saveWanted());
    else if (key === '0') this.table()?.fit();
    else if (key === '1') this.table()?.actualPixels();
    else if (key === '+' || key === '=') this.table()?.zoomBy(ZOOM_STEP);
    else if (key === '-') this.table()?.zoomBy(1 / ZOOM_STEP);
    else return;
    event.preventDefault();
  }

  private movePeel(by: 1 | -1): void {
    const sheet = this.document();
    if (sheet) this.store.dispatch(BenchActions.ticketPeeled({ to: peelStep(sheet, this.peel(), by) }));
  }

  private goToPass(by: 1 | -1): void {
    const passes = rowsOf(this.document()?.passes ?? [])
      .filter(({ kind }) => kind === 'pass')
      .map(({ pass }) => pass);
    const at = passes.findIndex((pass) => pass.id === this.line().pass);
    const next = passes[at < 0 ? (by > 0 ? 0 : passes.length - 1) : (at + by + passes.length) % passes.length];
    if (next) this.store.dispatch(BenchActions.lineChosen({ line: { pass: next.id, step: null } }));
  }
}

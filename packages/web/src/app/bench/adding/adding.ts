import { Injectable, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  chosenLay,
  findPass,
  passesOf,
  solvedCut,
  stretchedCurve,
  withPass,
  withWear,
  type ChosenLay,
  type Guard,
  type Lay,
  type Pass,
  type Sheet,
  type TextureWear,
  type ToneStatistics,
  type Wear,
} from '@uvrant/core';
import type { MeanTones } from '../../engine/protocol';
import { BenchActions, benchFeature, type Line } from '../../state/bench';
import { FIRST_DRAWINGS } from '../masks/first-drawings';
import type { Addition } from './additions';
import { Editing } from '../editing';
import { Rendering } from '../view/rendering';
import { freshId } from '../ticket/ticket-edits';
import { percent } from '../words';

/** Share of the ink there that a new wear takes: medium. */
const FRESH_TAKES = 0.12;
/** How near a solve comes to the share of ink asked for, and how many readings it may take. */
const NEAR = 0.002;
const MOST_READINGS = 8;

/** Why a picture went down as strong as it did. */
export interface MeasuredLay {
  readonly lay: ChosenLay;
  readonly why: string;
}

/** True where nothing but flats prints before a pass: a picture on them is the picture of the sheet, not a texture over one. */
const isFirstOnFlats = (sheet: Sheet, id: string): boolean => {
  const at = sheet.passes.findIndex((pass) => [...passesOf([pass])].some((each) => each.id === id));
  return sheet.passes.slice(0, at).every(({ source }) => source.kind === 'flat' || source.kind === 'ramp');
};

const layMeasured = (sheet: Sheet, id: string, { picture, beneath }: MeanTones): MeasuredLay => {
  const lay = chosenLay(picture, beneath);
  const over = `its mean tone is ${percent(picture)} over one of ${percent(beneath)}`;
  if (isFirstOnFlats(sheet, id)) return { lay: { ...lay, strength: 1 }, why: `Laid whole: it is the first picture over flat ink.` };
  if (lay.strength === 1) return { lay, why: `Measured: ${over}, so it hides little at 100 %.` };
  return { lay, why: `Laid at ${percent(lay.strength)} so that it does not hide what is there: ${over}.` };
};

const sameLay = (a: Lay, b: Lay): boolean => JSON.stringify(a) === JSON.stringify(b);

/** The texture of a wear: what its cut is solved on. */
const textureOf = (wear: TextureWear | null): string => (wear ? JSON.stringify([wear.picture?.sha256, wear.surface]) : '');

const wearIn = (sheet: Sheet | null, pass: string, id: string): TextureWear | null => {
  const wear = sheet && findPass(sheet, pass)?.wear.find((each) => each.id === id);
  return wear?.kind === 'texture' ? wear : null;
};

/**
 * Adds things to the sheet at once; what has to be measured or solved for them is done afterwards, and goes into the sheet as it
 * is by then.
 */
@Injectable()
export class Adding {
  private readonly store = inject(Store);
  private readonly editing = inject(Editing);
  private readonly rendering = inject(Rendering);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly sheetId = this.store.selectSignal(benchFeature.selectId);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);

  /** Passes and wears that are being measured. */
  readonly measuring = signal<ReadonlySet<string>>(new Set());
  /** What measuring said of pictures laid since the sheet was opened, by pass. */
  readonly measured = signal<Readonly<Record<string, MeasuredLay>>>({});
  /** The latest solve of each wear: an older one that is answered later changes nothing. */
  private readonly latest = new Map<string, number>();

  /** The sheet with it as it would be after measuring, for a trial; nothing is kept. */
  async made(addition: Addition): Promise<{ readonly sheet: Sheet; readonly line: Line } | null> {
    const document = this.document();
    if (!document) return null;
    const added = addition.add(document, this.line());
    const { pass, attached } = added.line;
    if (pass === null) return added;
    if (addition.worn) {
      const [id, greys] = [attached?.wear ?? '', await this.rendering.greysOf(added.sheet, pass, attached?.wear ?? '')];
      return { ...added, sheet: withPass(added.sheet, pass, (each) => withWear(each, id, freshlyCut(greys))) };
    }
    if (!isMeasured(addition, added.sheet, pass)) return added;
    const { lay } = layMeasured(added.sheet, pass, await this.rendering.tonesOf(added.sheet, pass));
    return { ...added, sheet: withPass(added.sheet, pass, (each) => ({ ...each, lay: { ...lay } })) };
  }

  /** Adds it and chooses its line; then measures what it needs. Undone in one with what measuring changes. */
  async take(addition: Addition, at: Line = this.line()): Promise<void> {
    const gesture = `added ${freshId()}`;
    let line: Line | null = null;
    const add = (sheet: Sheet): Sheet => {
      const added = addition.add(sheet, at);
      line = added.line;
      return added.sheet;
    };
    if (!this.editing.sheet(add, gesture) || !line) return;
    const { pass, attached } = line as Line;
    this.editing.choose(line);
    const document = this.document();
    const mask = document && pass !== null ? findPass(document, pass)?.masks.find(({ id }) => id === attached?.mask) : undefined;
    // What has an outline is drawn at once.
    if (mask) this.store.dispatch(BenchActions.viewChanged({ change: { drawing: FIRST_DRAWINGS[mask.kind] ?? null } }));
    if (pass === null || !document) return;
    if (addition.worn && attached?.wear !== undefined) await this.takeInk(pass, attached.wear, FRESH_TAKES, gesture, true);
    else if (isMeasured(addition, document, pass)) await this.measureLay(pass, gesture);
  }

  /** Lays a picture pass as measuring says, unless its lay is changed meanwhile. */
  measureLay(pass: string, gesture: string | null = null): Promise<void> {
    return this.busyWith(pass, async (isHere) => {
      const document = this.document();
      const asked = document && findPass(document, pass);
      if (!document || !asked) return;
      const measured = layMeasured(document, pass, await this.rendering.tonesOf(document, pass));
      const now = isHere() ? this.passNow(pass) : undefined;
      if (!now || !sameLay(now.lay, asked.lay)) return;
      this.measured.update((all) => ({ ...all, [pass]: measured }));
      this.editing.pass(pass, (each) => ({ ...each, lay: withinOf(asked.lay, measured.lay) }), gesture, true);
    });
  }

  /** Solves the cut of a wear for a share of its texture, on the texture's own tones. */
  solve(pass: string, id: string, share: number | null = null, gesture: string | null = null): Promise<void> {
    return this.solving(pass, id, (greys) => {
      this.editing.pass(pass, (each) => withWear(each, id, cutBy(greys, share)), gesture, true);
    });
  }

  /** The same for a texture that has just been chosen, which is stretched first where it is pale or even. */
  solveFresh(pass: string, id: string): Promise<void> {
    return this.solving(pass, id, (greys) => {
      this.editing.pass(pass, (each) => withWear(each, id, freshlyCut(greys)), null, true);
    });
  }

  /** Solves a wear for the share of the ink there that it takes, 0 … 0.95: its texture's share is moved by what readings say. */
  takeInk(pass: string, id: string, wanted: number, gesture: string = `solved ${freshId()}`, isFresh = false): Promise<void> {
    return this.solving(pass, id, async (greys, isCurrent) => {
      if (isFresh) this.editing.pass(pass, (each) => withWear(each, id, freshlyCut(greys)), gesture, true);
      let [low, high, share] = [0, 0.98, Math.min(0.95, wanted)];
      for (let n = 0; n < MOST_READINGS; n++) {
        this.editing.pass(pass, (each) => withWear(each, id, cutBy(greys, share)), gesture, true);
        const [document, wear] = [this.document(), wearIn(this.document(), pass, id)];
        if (!document || !wear) return;
        const took = await this.rendering.takenBy(document, pass, wear);
        // Whatever changed or undid it meanwhile stands.
        const isMine = wearIn(this.document(), pass, id)?.share === share;
        if (!isCurrent() || !isMine || Math.abs(took - wanted) < NEAR) return;
        if (took < wanted) low = share;
        else high = share;
        const next = took > 0 ? (share * wanted) / took : high;
        share = next > low && next < high ? next : (low + high) / 2;
      }
    });
  }

  /** Eases a wear round the outline of a type pass just so far that no more than a share of it is lost. */
  easeOutline(pass: string, id: string, lettering: string, most: number): Promise<void> {
    const gesture = `protected ${freshId()}`;
    const turn = this.turnOf(id);
    return this.busyWith(id, async (isHere) => {
      const isCurrent = (): boolean => isHere() && this.latest.get(id) === turn && wearIn(this.document(), pass, id) !== null;
      const put = (ease: number): void =>
        this.editing.pass(
          pass,
          (each) => ({
            ...each,
            wear: each.wear.map((one) =>
              one.id === id && one.kind === 'texture' ? guardedWear(one, { pass: lettering, most, ease }) : one,
            ),
          }),
          gesture,
          true,
        );
      // What was asked stands at once; how far that eases it follows.
      put(wearIn(this.document(), pass, id)?.guards.find((each) => each.pass === lettering)?.ease ?? 0);
      // The least ease, in sixteenths, at which it holds; without any ease it may hold already.
      let [low, high] = [-1, 16];
      while (high - low > 1) {
        const [ease, document] = [Math.floor((low + high) / 2), this.document()];
        const wear = wearIn(document, pass, id);
        if (!isCurrent() || !document || !wear) return;
        const tried = guardedWear(wear, { pass: lettering, most, ease: ease / 16 });
        if ((await this.rendering.outlineLostBy(document, pass, tried, lettering)) > most) low = ease;
        else high = ease;
      }
      if (isCurrent()) put(high / 16);
    });
  }

  /** The number of a solve of a wear that begins now. */
  private turnOf(id: string): number {
    const turn = (this.latest.get(id) ?? 0) + 1;
    this.latest.set(id, turn);
    return turn;
  }

  private passNow(id: string): Pass | undefined {
    const document = this.document();
    return document ? findPass(document, id) : undefined;
  }

  /** Work on the greys of a wear's texture; `isCurrent` tells whether no later solve and no other texture came since. */
  private solving(
    pass: string,
    id: string,
    work: (greys: ToneStatistics, isCurrent: () => boolean) => Promise<void> | void,
  ): Promise<void> {
    const turn = this.turnOf(id);
    return this.busyWith(id, async (isHere) => {
      const document = this.document();
      const texture = textureOf(wearIn(document, pass, id));
      if (!document || texture === '') return;
      const greys = await this.rendering.greysOf(document, pass, id);
      const isCurrent = (): boolean => isHere() && this.latest.get(id) === turn && textureOf(wearIn(this.document(), pass, id)) === texture;
      if (isCurrent()) await work(greys, isCurrent);
    });
  }

  /** Marks a line as being measured while work goes on; `isHere` tells whether the same sheet is still on the bench. */
  private async busyWith(id: string, work: (isHere: () => boolean) => Promise<void>): Promise<void> {
    const sheet = this.sheetId();
    this.measuring.update((ids) => new Set([...ids, id]));
    try {
      await work(() => this.sheetId() === sheet);
    } catch (error) {
      this.rendering.fail(error);
    } finally {
      this.measuring.update((ids) => new Set([...ids].filter((each) => each !== id)));
    }
  }
}

/** A wear with one of its guards put in place of the one for the same pass. */
export const guardedWear = (wear: TextureWear, guard: Guard): TextureWear => ({
  ...wear,
  guards: [...wear.guards.filter((each) => each.pass !== guard.pass), guard],
});

const isMeasured = (addition: Addition, sheet: Sheet, pass: string): boolean =>
  addition.measured === true && findPass(sheet, pass)?.lay.mode !== 'normal';

/** A measured lay that keeps what the pass lies within. */
const withinOf = ({ within }: Lay, lay: ChosenLay): Lay => (within === undefined ? { ...lay } : { ...lay, within });

/** A texture wear cut for its own share, or another. */
const cutBy =
  (greys: ToneStatistics, share: number | null = null) =>
  (wear: Wear): Wear => {
    if (wear.kind !== 'texture') return wear;
    const asked = { ...wear, share: share ?? wear.share };
    return { ...asked, ...solvedCut(greys, asked) };
  };

/** A texture wear cut for its own share, its texture stretched first. */
const freshlyCut =
  (greys: ToneStatistics) =>
  (wear: Wear): Wear =>
    wear.kind === 'texture' ? cutBy(greys)({ ...wear, curve: stretchedCurve(greys, wear.curve) }) : wear;

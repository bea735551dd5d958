import { Injectable, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { benchFeature } from '../../state/bench';
import type { MenuLine } from '../../ui/context-menu';
import { Attachments } from '../attached/attachments';
import { Editing } from '../editing';
import type { CommandName } from '../keys/commands';
import { keyInWords, Keymap } from '../keys/keymap';
import { Clipboard } from './clipboard';
import { TicketEdits } from './ticket-edits';

/** What can be done with the chosen line, as the lines of a menu, with the keys that do it. */
@Injectable()
export class LineMenus {
  private readonly edits = inject(TicketEdits);
  private readonly clipboard = inject(Clipboard);
  private readonly editing = inject(Editing);
  private readonly attachments = inject(Attachments);
  private readonly keymap = inject(Keymap);
  private readonly store = inject(Store);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly passes = this.store.selectSignal(benchFeature.selectChosenPasses);
  private readonly step = this.store.selectSignal(benchFeature.selectChosenStep);
  private readonly only = this.store.selectSignal(benchFeature.selectAlone);

  private keyOf(name: CommandName): string {
    const { isOn, keys } = this.keymap.state();
    return isOn ? keyInWords(keys[name]) : '';
  }

  /** The lines of the menu for what is chosen; `add` opens the row that adds. */
  lines({ add }: { readonly add: () => void }): readonly MenuLine[] {
    const adds: MenuLine = { words: 'Add a pass or step…', keys: this.keyOf('add'), run: add };
    if (this.line().pass === null) return [adds, { words: 'Paste', keys: 'Ctrl V', run: () => this.paste() }];
    const isAttached = this.attachments.mask() !== null || this.attachments.wear() !== null;
    return [
      ...this.clips(),
      null,
      ...(isAttached ? [] : this.step() ? this.ofStep() : this.ofPasses()),
      ...(isAttached ? [] : [null, adds]),
      { words: 'Remove', keys: 'Delete', run: () => this.clipboard.cut() },
    ];
  }

  private clips(): readonly MenuLine[] {
    return [
      { words: 'Copy', keys: 'Ctrl C', run: () => void this.copy() },
      { words: 'Cut', keys: 'Ctrl X', run: () => void this.copy().then((isDone) => isDone && this.clipboard.cut()) },
      { words: 'Paste', keys: 'Ctrl V', run: () => this.paste() },
    ];
  }

  private ofStep(): readonly MenuLine[] {
    const isOn = this.step()?.on === true;
    return [
      { words: 'Duplicate', keys: this.keyOf('duplicate'), run: () => this.edits.duplicate() },
      { words: isOn ? 'Switch off' : 'Switch on', run: () => this.edits.toggle() },
      ...this.order('Work'),
    ];
  }

  private order(verb: string): readonly MenuLine[] {
    return [
      { words: `${verb} earlier`, keys: 'Alt ↑', run: () => this.edits.shift(-1) },
      { words: `${verb} later`, keys: 'Alt ↓', run: () => this.edits.shift(1) },
    ];
  }

  private ofPasses(): readonly MenuLine[] {
    const passes = this.passes();
    const [first] = passes;
    if (!first) return [];
    const isOne = passes.length === 1;
    const areLocked = passes.every(({ locked }) => locked);
    const single: readonly MenuLine[] = [
      { words: first.on ? 'Do not print' : 'Print', run: () => this.edits.toggle() },
      {
        words: this.only() === first.id ? 'Show all' : 'Show alone',
        keys: this.keyOf('alone'),
        run: () => this.edits.toggleAlone(),
      },
      ...this.order('Print'),
    ];
    const isGroup = first.source.kind === 'group';
    const ungroup: readonly MenuLine[] = [{ words: 'Ungroup', keys: this.keyOf('ungroup'), run: () => this.edits.ungroup() }];
    return [
      { words: 'Duplicate', keys: this.keyOf('duplicate'), run: () => this.edits.duplicate() },
      ...(isOne ? single : []),
      { words: 'Group', keys: this.keyOf('group'), run: () => this.edits.group() },
      ...(isOne && isGroup ? ungroup : []),
      { words: areLocked ? 'Unlock' : 'Lock', keys: this.keyOf('lock'), run: () => this.edits.lock() },
    ];
  }

  private async copy(): Promise<boolean> {
    const text = this.clipboard.text();
    if (text === null) return false;
    try {
      await navigator.clipboard.writeText(text);
      return true;
    } catch {
      this.editing.refused.set('Not copied: this browser lets a menu not reach its clipboard. Press Ctrl C instead.');
      return false;
    }
  }

  private paste(): void {
    navigator.clipboard.readText().then(
      (text) => {
        if (!this.clipboard.paste(text))
          this.editing.refused.set('Nothing to paste: the clipboard holds no passes, steps, masks or wears.');
      },
      () => this.editing.refused.set('Not pasted: this browser lets a menu not reach its clipboard. Press Ctrl V instead.'),
    );
  }
}

import { Injectable, inject, signal } from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { COMMAND_NAMES, COMMANDS, type CommandName } from './commands';

type Keys = Readonly<Record<CommandName, string>>;

const KEPT_AS = 'uvrant-keys';
const CAME: Keys = Object.fromEntries(COMMAND_NAMES.map((name) => [name, COMMANDS[name].key])) as Keys;

interface Kept {
  readonly isOn: boolean;
  readonly keys: Keys;
}

const kept = (): Kept => {
  try {
    const read = JSON.parse(localStorage.getItem(KEPT_AS) ?? '{}') as { isOn?: unknown; keys?: Readonly<Record<string, unknown>> };
    const keys = COMMAND_NAMES.map((name) => [name, typeof read.keys?.[name] === 'string' ? read.keys[name] : CAME[name]]);
    return { isOn: read.isOn !== false, keys: Object.fromEntries(keys) as Keys };
  } catch {
    // A browser may keep nothing, or what another program wrote there.
    return { isOn: true, keys: CAME };
  }
};

/** A single character as keys are named here; null of any other key. */
export const keyNamed = ({ key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>): string | null => {
  if (key.length !== 1 || key === ' ') return null;
  const letter = key.toLowerCase();
  return shiftKey && letter !== letter.toUpperCase() ? `shift+${letter}` : letter;
};

/** A key as it stands on the keyboard. */
export const keyInWords = (key: string): string => key.replace('shift+', 'Shift ').toUpperCase().replace('SHIFT', 'Shift');

const TAKES_TEXT =
  'input:not([type=range], [type=color], [type=checkbox], [type=radio]), textarea, [role=combobox], [contenteditable=true]';

/** True where a key is typed into something, or goes to what lies over the page: a menu, a list, a dialog. */
export const isElsewhere = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest(`${TAKES_TEXT}, .cdk-overlay-container`) !== null;

/** True where the space bar presses what has the focus: a button, a link, a tick. */
export const takesSpace = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('button, a, input, summary') !== null;

/** True where arrow keys go from one choice to the next, or along a scale. */
export const takesArrows = (target: EventTarget | null): boolean =>
  target instanceof Element &&
  target.closest(
    'input, select, [role=radiogroup], [role=slider], [role=tablist], [role=listbox], [role=separator], [role=toolbar], table',
  ) !== null;

/**
 * The single-character keys of the bench: each can be another, and all can be switched off (WCAG 2.2, 2.1.4). None acts while
 * something is typed, or while a dialog or menu is open.
 */
@Injectable({ providedIn: 'root' })
export class Keymap {
  private readonly dialog = inject(MatDialog);
  private readonly now = signal(kept());
  readonly state = this.now.asReadonly();

  /** What a pressed key asks for; null where that is nothing. */
  commandOf(event: KeyboardEvent): CommandName | null {
    const { isOn, keys } = this.now();
    if (!isOn || event.ctrlKey || event.metaKey || event.altKey || isElsewhere(event.target) || this.dialog.openDialogs.length > 0)
      return null;
    const key = keyNamed(event);
    return key === null ? null : (COMMAND_NAMES.find((name) => keys[name] === key) ?? null);
  }

  /** What ends as a key is let go, whatever else is pressed meanwhile. */
  endOf({ key }: KeyboardEvent): CommandName | null {
    const { keys } = this.now();
    return COMMAND_NAMES.find((name) => keys[name] === key.toLowerCase()) ?? null;
  }

  switch(isOn: boolean): void {
    this.keep({ ...this.now(), isOn });
  }

  /** Gives a command another key. Returns what has that key already, and changes nothing then. */
  give(name: CommandName, key: string): CommandName | null {
    const { keys } = this.now();
    const taken = COMMAND_NAMES.find((each) => each !== name && keys[each] === key) ?? null;
    if (taken === null) this.keep({ ...this.now(), keys: { ...keys, [name]: key } });
    return taken;
  }

  /** All keys as they came. */
  restore(): void {
    this.keep({ isOn: true, keys: CAME });
  }

  private keep(state: Kept): void {
    this.now.set(state);
    try {
      localStorage.setItem(KEPT_AS, JSON.stringify(state));
    } catch {
      // It holds for this window, then.
    }
  }
}

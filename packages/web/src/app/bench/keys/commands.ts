/** What a single key does on the bench. The key is as the browser names it, in lower case; `shift+` stands before a letter. */
export interface Command {
  readonly key: string;
  readonly does: string;
  /** True where it lasts while the key is held. */
  readonly isHeld?: boolean;
}

export const COMMANDS = {
  original: { key: 'u', does: 'the unprinted original, as placed', isHeld: true },
  wipe: { key: 'w', does: 'the wipe: print on the left, original on the right' },
  bare: { key: 'b', does: 'hatch where the light will carry no dots' },
  'peel earlier': { key: ',', does: 'the peel line earlier' },
  'peel later': { key: '.', does: 'the peel line later' },
  'narrower brush': { key: '[', does: 'a narrower brush' },
  'wider brush': { key: ']', does: 'a wider brush' },
  'take away': { key: 'e', does: 'strokes take away', isHeld: true },
  'see through': { key: 't', does: 'see through the print while a wear is placed' },
  chest: { key: 'c', does: 'the plan chest and the scanner' },
  checks: { key: 'k', does: 'the checks before it is sent out' },
  add: { key: 'a', does: 'add a pass or step behind the chosen line' },
  duplicate: { key: 'd', does: 'duplicate the chosen pass or step' },
  group: { key: 'g', does: 'group the chosen passes' },
  ungroup: { key: 'shift+g', does: 'ungroup' },
  lock: { key: 'l', does: 'lock the chosen passes, unlock them' },
  alone: { key: 'o', does: 'the chosen pass on its own, all of them' },
  'next pass': { key: 'n', does: 'next pass' },
  'pass before': { key: 'shift+n', does: 'pass before' },
  nearer: { key: '+', does: 'nearer' },
  farther: { key: '-', does: 'farther' },
  keys: { key: '?', does: 'this list' },
} as const satisfies Readonly<Record<string, Command>>;

export type CommandName = keyof typeof COMMANDS;
export const COMMAND_NAMES = Object.keys(COMMANDS) as CommandName[];

/** Keys that are no single characters, and stay as they are. */
export const FIXED_KEYS: readonly (readonly [keys: string, does: string])[] = [
  ['Delete', 'remove what is chosen'],
  ['Enter, Escape', 'close an outline, leave it'],
  ['Alt ↑, Alt ↓', 'print it earlier, later'],
  ['← ↑ → ↓', 'move what is chosen; ten times as far with Shift'],
  ['Ctrl or Shift and click', 'choose several passes'],
  ['↑, ↓ on the ticket', 'line above, line below'],
  ['Space, held, or the middle button', 'move the sheet about'],
  ['Wheel, pinch, Ctrl +, Ctrl −', 'nearer, farther'],
  ['Ctrl 0', 'the whole sheet'],
  ['Ctrl 1', 'one print pixel on one screen pixel'],
  ['Ctrl C, Ctrl X, Ctrl V', 'copy, cut, paste passes, steps, masks and wears; also to another sheet'],
  ['Right button, menu key', 'what can be done with it'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Ctrl S', 'save now'],
];

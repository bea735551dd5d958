import { TestBed } from '@angular/core/testing';
import { COMMAND_NAMES, COMMANDS } from './commands';
import { KeysDialog } from './keys-dialog';
import { keyInWords, Keymap, takesSpace } from './keymap';

const pressed = (key: string, init: KeyboardEventInit = {}, on: Element = document.body): KeyboardEvent => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, ...init });
  on.dispatchEvent(event);
  return event;
};

const inPage = (html: string): Element => {
  document.body.innerHTML = html;
  return document.body.querySelector('[data-it]') as Element;
};

beforeEach(() => localStorage.clear());

test('no two commands come with the same key', () => {
  expect(new Set(COMMAND_NAMES.map((name) => COMMANDS[name].key)).size).toBe(COMMAND_NAMES.length);
});

test('a single key asks for its command, whatever its case; with Ctrl or Alt it asks for none', () => {
  const keymap = TestBed.inject(Keymap);
  expect(keymap.commandOf(pressed('w'))).toBe('wipe');
  expect(keymap.commandOf(pressed('G', { shiftKey: true }))).toBe('ungroup');
  expect(keymap.commandOf(pressed('?', { shiftKey: true }))).toBe('keys');
  expect([pressed('w', { ctrlKey: true }), pressed('w', { altKey: true }), pressed('Enter')].map((each) => keymap.commandOf(each))).toEqual(
    [null, null, null],
  );
});

test.each([
  ['a text field', '<input data-it>'],
  ['a text area', '<textarea data-it></textarea>'],
  ['a list that opens', '<div role="combobox" data-it></div>'],
  ['a dialog', '<div class="cdk-overlay-container"><button data-it></button></div>'],
])('none acts in %s', (_, html) => {
  expect(TestBed.inject(Keymap).commandOf(pressed('w', {}, inPage(html)))).toBeNull();
});

test('on a scale or a tick they do act', () => {
  const keymap = TestBed.inject(Keymap);
  for (const type of ['range', 'checkbox', 'radio']) {
    expect(keymap.commandOf(pressed('w', {}, inPage(`<input type="${type}" data-it>`)))).toBe('wipe');
  }
});

test('the space bar presses a tick or a button, and moves the sheet about everywhere else', () => {
  expect(takesSpace(inPage('<input type="checkbox" data-it>'))).toBe(true);
  expect(takesSpace(inPage('<button><b data-it></b></button>'))).toBe(true);
  expect(takesSpace(inPage('<div role="application" data-it></div>'))).toBe(false);
});

test('all are switched off, and stay so in the next window', () => {
  TestBed.inject(Keymap).switch(false);
  expect(TestBed.inject(Keymap).commandOf(pressed('w'))).toBeNull();
  TestBed.resetTestingModule();
  expect(TestBed.inject(Keymap).commandOf(pressed('w'))).toBeNull();
  TestBed.inject(Keymap).restore();
  expect(TestBed.inject(Keymap).commandOf(pressed('w'))).toBe('wipe');
});

test('a command takes another key, unless that is taken; what was kept as no key is passed over', () => {
  const keymap = TestBed.inject(Keymap);
  expect(keymap.give('wipe', 'n')).toBe('next pass');
  expect(keymap.give('wipe', 'x')).toBeNull();
  expect([keymap.commandOf(pressed('w')), keymap.commandOf(pressed('x'))]).toEqual([null, 'wipe']);
  localStorage.setItem('uvrant-keys', '{"keys":{"wipe":7},"isOn":"perhaps"}');
  TestBed.resetTestingModule();
  expect(TestBed.inject(Keymap).commandOf(pressed('w'))).toBe('wipe');
});

test('the list of keys gives a command the key that is pressed, and says whose it is already', async () => {
  const fixture = TestBed.createComponent(KeysDialog);
  await fixture.whenStable();
  const element = fixture.nativeElement as HTMLElement;
  const button = (): HTMLButtonElement => element.querySelector<HTMLButtonElement>('button[aria-label*="the wipe"]') as HTMLButtonElement;
  button().click();
  pressed('n', {}, button());
  await fixture.whenStable();
  expect(element.textContent).toContain('N is the key for “next pass”');
  button().click();
  pressed('x', {}, button());
  await fixture.whenStable();
  expect([button().textContent?.trim(), element.querySelector('[role=alert]')]).toEqual(['X', null]);
  expect(keyInWords('shift+n')).toBe('Shift N');
});

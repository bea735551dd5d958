import { TestBed } from '@angular/core/testing';
import { FormShade } from './shade';

/** A system that prefers dark or not, and changes its mind. */
const system = (dark: boolean) => {
  const listeners = new Set<() => void>();
  const query = {
    matches: dark,
    addEventListener: (_: string, listener: () => void) => listeners.add(listener),
    removeEventListener: (_: string, listener: () => void) => listeners.delete(listener),
  };
  Object.assign(window, { matchMedia: () => query });
  return {
    prefers: (now: boolean): void => {
      query.matches = now;
      listeners.forEach((listener) => listener());
    },
    listeners,
  };
};

beforeEach(() => localStorage.clear());

test('the form is as the system prefers, and follows it', () => {
  const { prefers, listeners } = system(true);
  const shade = TestBed.inject(FormShade);
  expect([shade.choice(), shade.isDark()]).toEqual(['as the system', true]);
  expect(document.documentElement.dataset['form']).toBeUndefined();
  prefers(false);
  expect(shade.isDark()).toBe(false);
  TestBed.resetTestingModule();
  expect(listeners.size).toBe(0);
});

test('a choice stands over the system’s, and is kept', () => {
  const { prefers } = system(false);
  TestBed.inject(FormShade).choose('dark');
  expect(document.documentElement.dataset['form']).toBe('dark');
  TestBed.resetTestingModule();
  const again = TestBed.inject(FormShade);
  expect([again.choice(), again.isDark()]).toEqual(['dark', true]);
  prefers(false);
  expect(again.isDark()).toBe(true);
  again.choose('as the system');
  expect([again.isDark(), document.documentElement.dataset['form']]).toEqual([false, undefined]);
});

test('what was kept by something else is no choice', () => {
  system(false);
  localStorage.setItem('uvrant-form', 'mauve');
  expect(TestBed.inject(FormShade).choice()).toBe('as the system');
});

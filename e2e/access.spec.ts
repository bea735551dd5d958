import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Locator, type Page } from '@playwright/test';
import type { Sheet } from '@uvrant/core';
import { opened } from './support';

/** The bench with the demo's poster. */
const openedPoster = async (page: Page): Promise<void> => {
  const jobs = (await (await page.request.get('/api/jobs')).json()) as readonly { readonly id: string; readonly name: string }[];
  const job = jobs.find(({ name }) => name.startsWith('Marl Fold'));
  const { sheets } = (await (await page.request.get(`/api/jobs/${job?.id}`)).json()) as {
    readonly sheets: readonly { readonly id: string; readonly document: Sheet }[];
  };
  await page.goto(`/jobs/${job?.id}/sheets/${sheets.find(({ document }) => document.name === 'Poster')?.id}`);
  await expect(page.locator('uv-ticket .pass')).toHaveCount(7);
};

/**
 * WCAG 2.2 A and AA, by axe-core; what it finds, each with where.
 * All in the page itself (legacy mode): without frames nothing has to be brought together in a page opened for it, which takes seconds.
 */
const faultsOf = async (page: Page): Promise<string[]> => {
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode()
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${target.join(' ')} ${failureSummary ?? ''}`),
  );
};

const line = (page: Page, name: RegExp): Locator => page.locator('uv-ticket').getByRole('button', { name }).first();

const BENCH: readonly (readonly [view: string, open: (page: Page) => Promise<void>])[] = [
  ['the sheet’s head', (page) => page.locator('uv-ticket button.head').click()],
  ['a screen', (page) => line(page, /^Screen/).click()],
  ['levels', (page) => line(page, /^Levels/).click()],
  ['a grey response', (page) => line(page, /^Grey response/).click()],
  ['lettering', (page) => line(page, /Title/).click()],
  ['a wear', (page) => line(page, /^Wear/).click()],
  [
    'a painted mask',
    async (page) => {
      await line(page, /Dome at dusk/).click();
      await page.getByRole('button', { name: 'Add to: Where it shows' }).click();
      await page.getByRole('menuitem', { name: 'Painted mask' }).click();
    },
  ],
  [
    'a colour being chosen',
    async (page) => {
      await line(page, /Flare ground/).click();
      await page.locator('uv-colour-field').getByRole('button').click();
    },
  ],
  [
    'a list that is open',
    async (page) => {
      await line(page, /Dates/).click();
      await page.getByRole('button', { name: /^Coats, within and edges/ }).click();
      await page.getByRole('combobox', { name: 'Within an earlier pass' }).click();
    },
  ],
  ['a menu that is open', (page) => page.getByRole('button', { name: 'Shade' }).click()],
  [
    'something being added',
    async (page) => {
      await page.getByRole('button', { name: 'Add a pass or step' }).click();
      await page.getByRole('combobox', { name: 'What should print, or what should happen?' }).fill('ink');
    },
  ],
  ['the list of keys', (page) => page.getByRole('button', { name: 'Keys' }).click()],
  [
    'the plan chest',
    async (page) => {
      await page.getByRole('button', { name: 'Plan chest and scanner' }).click();
      await page.locator('uv-chest .face').first().click();
    },
  ],
  ['the scanner', (page) => page.getByRole('tab', { name: 'scanner' }).click()],
  ['ramps', (page) => page.getByRole('tab', { name: 'ramps' }).click()],
  ['fonts', (page) => page.getByRole('tab', { name: 'fonts' }).click()],
];

for (const colorScheme of ['light', 'dark'] as const) {
  test(`axe-core finds nothing on any view, ${colorScheme}`, async ({ page }) => {
    test.setTimeout(240_000);
    await page.emulateMedia({ colorScheme, reducedMotion: 'reduce' });
    await openedPoster(page);
    for (const [view, open] of BENCH) {
      await open(page);
      await page.waitForTimeout(250);
      expect(await faultsOf(page), view).toEqual([]);
      // What was opened over the page is closed again.
      if (await page.locator('.cdk-overlay-backdrop, .uv-found').count()) await page.keyboard.press('Escape');
      await expect(page.locator('.cdk-overlay-backdrop')).toHaveCount(0);
    }
    for (const place of ['Dispatch', 'Job']) {
      await page.getByRole('link', { name: place, exact: true }).click();
      await page.waitForTimeout(500);
      expect(await faultsOf(page), place).toEqual([]);
    }
    await page.getByRole('link', { name: 'Tray', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Tray' })).toBeVisible();
    expect(await faultsOf(page), 'tray').toEqual([]);
  });
}

/** Controls that a person could press whose box is less than 24 px wide or high (WCAG 2.5.8); words within a sentence are free. */
const smallTargets = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const all = [
      ...document.querySelectorAll<HTMLElement>('button, a[href], input:not([type=file]), [role=slider], [role=tab], [role=radio]'),
    ];
    return all.flatMap((each) => {
      const box = (
        each.closest<HTMLElement>('mat-checkbox, mat-button-toggle, mat-slider, mat-form-field') ?? each
      ).getBoundingClientRect();
      const isShown = box.width > 0 && box.height > 0 && getComputedStyle(each).visibility !== 'hidden';
      if (!isShown || each.closest('.uv-visually-hidden, .sentence, p')) return [];
      return box.width < 23.5 || box.height < 23.5
        ? [
            `${each.tagName} ${each.getAttribute('aria-label') ?? each.textContent?.trim() ?? ''} ${box.width.toFixed(0)} × ${box.height.toFixed(0)}`,
          ]
        : [];
    });
  });

test('targets are 24 px at least', async ({ page }) => {
  await openedPoster(page);
  const found = new Set<string>();
  for (const name of [/^Screen/, /^Levels/, /Title/, /Flare ground/, /^Wear/]) {
    await line(page, name).click();
    for (const each of await smallTargets(page)) found.add(each);
  }
  await page.getByRole('button', { name: 'Plan chest and scanner' }).click();
  for (const each of await smallTargets(page)) found.add(each);
  for (const place of ['Dispatch', 'Job']) {
    await page.getByRole('link', { name: place, exact: true }).click();
    for (const each of await smallTargets(page)) found.add(each);
  }
  expect([...found]).toEqual([]);
});

for (const [width, height, words] of [
  [1024, 768, 'a window 1024 px wide'],
  [640, 400, 'a window of 1280 × 800 at 200 % zoom'],
] as const) {
  test(`all of the bench is reached in ${words}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await opened(page);
    for (const control of [
      page.getByRole('button', { name: 'Keys' }),
      page.getByRole('button', { name: 'Undo' }),
      page.getByRole('link', { name: 'Dispatch' }),
      line(page, /^Screen/),
      page.locator('uv-dials').getByRole('textbox', { name: 'Angle' }),
      page.getByRole('button', { name: 'Send out PNG' }),
      page.locator('uv-slug'),
    ]) {
      await control.scrollIntoViewIfNeeded();
      if ((await control.textContent())?.startsWith('Screen')) await control.click();
      await expect(control).toBeInViewport();
    }
    const bed = (await page.locator('uv-table').boundingBox()) as { width: number; height: number };
    expect(Math.min(bed.width, bed.height)).toBeGreaterThan(280);
  });
}

test('keys of a single character are switched off, and given to others', async ({ page }) => {
  await opened(page);
  const wipe = page.getByRole('slider', { name: 'Wipe between print and original' });
  await page.keyboard.press('w');
  await expect(wipe).toBeVisible();
  await page.keyboard.press('w');
  await page.getByRole('button', { name: 'Keys' }).click();
  // Neither behind a dialog, nor while they are off.
  await page.keyboard.press('w');
  await page.getByRole('button', { name: /the wipe/ }).click();
  await page.keyboard.press('x');
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(wipe).toHaveCount(0);
  await page.keyboard.press('x');
  await expect(wipe).toBeVisible();
  await page.keyboard.press('?');
  await page.getByRole('checkbox', { name: 'Keys of a single character act' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await page.reload();
  await expect(page.locator('uv-ticket .pass').first()).toBeVisible();
  await page.keyboard.press('x');
  await page.waitForTimeout(300);
  await expect(wipe).toHaveCount(0);
});

test('ticks, options side by side, scales and lists are worked by keyboard alone', async ({ page }) => {
  await opened(page);
  const prints = page.getByRole('checkbox', { name: 'Dome at dusk prints' });
  await prints.focus();
  await page.keyboard.press('Space');
  await expect(prints).not.toBeChecked();
  await page.keyboard.press('Space');
  await expect(prints).toBeChecked();
  await line(page, /^Screen/).focus();
  await page.keyboard.press('Enter');
  const carries = page.getByRole('radiogroup', { name: 'Ink carries' });
  await carries.getByRole('radio', { name: 'darks' }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(carries.getByRole('radio', { name: 'lights' })).toBeChecked();
  await page.getByRole('slider', { name: 'Hardness' }).focus();
  const before = await page.getByRole('textbox', { name: 'Hardness' }).inputValue();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('textbox', { name: 'Hardness' })).not.toHaveValue(before);
});

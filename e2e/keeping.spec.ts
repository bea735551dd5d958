import { expect, test, type Page } from '@playwright/test';
import type { Sheet } from '@uvrant/core';
import { laidOut, opened } from './support';

const nameOf = async (page: Page, id: string): Promise<string> => {
  const answer = await page.context().request.get(`/api/sheets/${id}`);
  return ((await answer.json()) as { document: Sheet }).document.name;
};
/** Renames the sheet: an edit that is easily looked for. */
const rename = async (page: Page, name: string): Promise<void> => {
  await page.locator('uv-ticket button.head').click();
  const field = page.getByRole('textbox', { name: 'Name of the sheet' });
  await field.fill(name);
  await field.press('Enter');
};
const saved = (page: Page) => page.getByRole('status').filter({ hasText: 'Saved' });
const undo = (page: Page) => page.getByRole('button', { name: 'Undo' });

test('an edit of a moment ago is not lost by a reload, by going elsewhere, or by a crash of the tab', async ({ page, context }) => {
  const id = await opened(page);
  await rename(page, 'Reloaded');
  await page.reload();
  await expect.poll(() => nameOf(page, id)).toBe('Reloaded');
  await expect(page.locator('uv-root > header')).toContainText('Reloaded');

  await rename(page, 'Left');
  await page.getByRole('link', { name: 'Job', exact: true }).click();
  await expect.poll(() => nameOf(page, id)).toBe('Left');

  await page.goBack();
  await expect(page.locator('uv-root > header')).toContainText('Left');
  // The server does not hear of this one before the tab is gone.
  await page.route('**/api/sheets/*', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await rename(page, 'Crashed');
  await page.waitForTimeout(150);
  const url = page.url();
  const devtools = await context.newCDPSession(page);
  void devtools.send('Page.crash').catch(() => undefined);
  await page.waitForEvent('crash');
  const next = await context.newPage();
  await next.goto(url);
  await expect.poll(() => nameOf(next, id)).toBe('Crashed');
  await expect(saved(next)).toContainText('with edits from before the window closed');
});

test('undo outlives a reload and going to another sheet, and names its steps', async ({ page }) => {
  const id = await opened(page);
  const url = page.url();
  await rename(page, 'First');
  await page.getByRole('checkbox', { name: 'Dome at dusk prints' }).click();
  await expect(saved(page)).toBeVisible();
  await expect(undo(page)).toHaveAccessibleDescription('Undo: Dome at dusk switched off');
  await page.waitForTimeout(500);
  await page.reload();
  await expect(undo(page)).toHaveAccessibleDescription('Undo: Dome at dusk switched off');
  const kept = (await (await page.context().request.get(`/api/sheets/${id}`)).json()) as { document: Sheet };
  await laidOut(page, kept.document);
  await expect(undo(page)).toBeDisabled();
  await page.goto(url);
  await undo(page).click();
  await expect(page.getByRole('checkbox', { name: 'Dome at dusk prints' })).toBeChecked();
  await expect(undo(page)).toHaveAccessibleDescription('Undo: Name of the sheet');
  await undo(page).click();
  await expect.poll(() => nameOf(page, id)).toBe('Small');
});

test('a server that cannot be reached: the edit is kept, said, tried again, and saved once it answers', async ({ page }) => {
  const id = await opened(page);
  let isDown = true;
  await page.route('**/api/sheets/*', (route) => (isDown && route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await rename(page, 'In the outage');
  await expect(page.getByRole('alert').filter({ hasText: 'Not saved' })).toContainText('It is kept in this browser, and tried again.');
  isDown = false;
  await page.getByRole('button', { name: 'Save now' }).click();
  await expect(saved(page)).toBeVisible();
  await expect.poll(() => nameOf(page, id)).toBe('In the outage');
});

test('eight windows of one browser work, with one stream of events between them', async ({ page, context }) => {
  let streams = 0;
  context.on('request', (request) => (streams += request.url().endsWith('/api/events') ? 1 : 0));
  const id = await opened(page);
  const others = [];
  for (let n = 0; n < 7; n++) {
    const other = await context.newPage();
    await other.goto(page.url());
    await expect(other.locator('uv-ticket')).toBeVisible();
    others.push(other);
  }
  const last = others.at(-1) as Page;
  await rename(last, 'Of the eighth window');
  await expect(saved(last)).toBeVisible();
  await expect.poll(() => nameOf(page, id)).toBe('Of the eighth window');
  expect(streams).toBe(1);
  for (const other of others) await other.close();
});

test('what is added while something else is done stays with it', async ({ page }) => {
  await opened(page);
  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /Dome at dusk/ })
    .click();
  await page.getByRole('button', { name: 'Add a pass or step' }).click();
  await page.getByRole('combobox', { name: 'What should print, or what should happen?' }).fill('moon');
  await page.getByRole('option', { name: /^moon/ }).click();
  // At once: before anything is measured.
  await expect(page.locator('uv-ticket').getByRole('button', { name: /moon/ })).toBeVisible({ timeout: 1000 });
  await page.getByRole('checkbox', { name: 'Flare ground prints' }).click();
  await expect(page.locator('uv-ticket')).not.toContainText('measuring…', { timeout: 30_000 });
  await expect(page.getByRole('checkbox', { name: 'Flare ground prints' })).not.toBeChecked();
  await expect(page.locator('uv-ticket').getByRole('button', { name: /moon/ })).toBeVisible();
});

test('a sheet that was removed lies in the tray and comes back', async ({ page }) => {
  const id = await opened(page, (sheet) => ({ ...sheet, name: 'To be removed' }));
  await page.getByRole('link', { name: 'Job', exact: true }).click();
  await page.getByRole('button', { name: 'Remove the sheet To be removed' }).click();
  await expect(page.locator('mat-snack-bar-container').filter({ hasText: 'lies in the tray' })).toBeVisible();
  await expect(page.getByRole('link', { name: /To be removed/ })).toHaveCount(0);
  await page.getByRole('link', { name: 'Tray', exact: true }).click();
  await page.getByRole('button', { name: 'Put back To be removed' }).click();
  await expect(page.getByRole('button', { name: 'Put back To be removed' })).toHaveCount(0);
  await expect.poll(() => nameOf(page, id)).toBe('To be removed');
});

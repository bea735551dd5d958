import { expect, test } from '@playwright/test';

test('a new job begins empty, is named, and takes its first picture; the demo’s stays', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Jobs' }).click();
  await page.getByRole('menuitem', { name: 'New job…' }).click();
  await page.getByRole('textbox', { name: 'Its name' }).fill('Spring sleeves');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Drop a photograph here' })).toBeVisible();
  await expect(page.locator('header')).toContainText('Spring sleeves');
  await page.locator('input[type=file]').setInputFiles('demo/pictures/moon.jpg');
  await expect(page.getByRole('button', { name: 'moon.jpg' })).toBeVisible();
  await page.getByRole('textbox', { name: 'Name of this job' }).fill('Summer sleeves');
  await page.keyboard.press('Enter');
  await expect(page.locator('header')).toContainText('Summer sleeves');
  await page.getByRole('link', { name: 'Dispatch' }).click();
  await expect(page.locator('uv-dispatch-page')).toContainText('Nothing has been sent out');
  await page.goto('/jobs/no-such-job');
  await expect(page.getByRole('alert')).toContainText('This job is not here');
});

test('an empty job makes an empty sheet; it is duplicated, turned, and found again from the start', async ({ page }) => {
  await page.goto('/jobs/new');
  await page.getByRole('textbox', { name: 'Its name' }).fill('Trials');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Make an empty sheet' }).click();
  await expect(page.locator('uv-sheet-dials')).toContainText('5400 × 7200 px');
  await page.getByRole('button', { name: 'Make it landscape' }).click();
  await expect(page.locator('uv-sheet-dials')).toContainText('7200 × 5400 px');
  await page.getByRole('button', { name: /^Size: / }).click();
  await page.getByRole('menuitem', { name: 'A3' }).click();
  await expect(page.locator('uv-sheet-dials')).toContainText('4961 × 3508 px');
  await page.getByRole('button', { name: 'Duplicate the sheet' }).click();
  await expect(page.getByRole('button', { name: 'Jobs' })).toContainText('Sheet again, 2 of 2 sheets');
  const address = page.url();
  await page.goto('/');
  await expect(page).toHaveURL(address);
  await page.getByRole('link', { name: 'Dispatch' }).click();
  await expect(page).toHaveURL(/dispatch$/);
  await page.goto('/');
  await expect(page).toHaveURL(/dispatch$/);
  // The demo's job is where others go on.
  await page.getByRole('button', { name: 'Jobs' }).click();
  await page.getByRole('menuitem', { name: 'Marl Fold night concerts' }).click();
  await expect(page.getByRole('button', { name: 'Duplicate the sheet Poster', exact: true })).toBeVisible();
});

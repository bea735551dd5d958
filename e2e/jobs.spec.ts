import { expect, test } from '@playwright/test';

test('a new job begins empty, is named, and takes its first picture; the demo’s stays', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Job', exact: true }).click();
  await page.getByRole('button', { name: 'New job…' }).click();
  await page.getByRole('textbox', { name: 'Name of the new job' }).fill('Spring sleeves');
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

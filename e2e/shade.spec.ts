import { expect, test, type Page } from '@playwright/test';
import { opened } from './support';

const groundOf = (page: Page): Promise<string> => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
/** The colour that the ruler along the table's top is drawn on. */
const rulerOf = (page: Page): Promise<number> =>
  page.locator('uv-table canvas').evaluateAll((all: HTMLCanvasElement[]) => {
    const [ruler] = all.filter(({ clientHeight }) => clientHeight > 0 && clientHeight < 40);
    return ruler?.getContext('2d')?.getImageData(1, 1, 1, 1).data[0] ?? -1;
  });

test('the form and its table are dark where the system is, or where the person says so; the choice outlives a reload', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await opened(page);
  expect(await groundOf(page)).toBe('rgb(30, 29, 28)');
  await expect.poll(() => rulerOf(page)).toBeLessThan(70);
  await page.emulateMedia({ colorScheme: 'light' });
  await expect.poll(() => groundOf(page)).toBe('rgb(246, 245, 240)');
  await expect.poll(() => rulerOf(page)).toBeGreaterThan(200);
  await page.getByRole('button', { name: 'Shade' }).click();
  await page.getByRole('menuitemradio', { name: 'dark' }).click();
  await expect.poll(() => groundOf(page)).toBe('rgb(30, 29, 28)');
  await page.reload();
  await expect.poll(() => groundOf(page)).toBe('rgb(30, 29, 28)');
  await expect.poll(() => rulerOf(page)).toBeLessThan(70);
});

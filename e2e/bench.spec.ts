import { expect, test } from '@playwright/test';
import type { Sheet } from '@uvrant/core';
import { opened, physicalOf, print, recordWorkers, sentOut, shownTrueTiles } from './support';

test.beforeEach(async ({ page }) => {
  page.on('pageerror', (error) => {
    throw error;
  });
  await recordWorkers(page);
});

test('the dropper puts a handle at the hue that is clicked, and the print follows; undo brings the same bits back', async ({ page }) => {
  await opened(page);
  await page.keyboard.press('Control+1');
  const before = await print(page);
  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /^Grey response/ })
    .click();
  await page.getByRole('radio', { name: 'even', exact: true }).click();
  await expect(page.locator('uv-curve-field [role=slider]')).toHaveCount(0);
  const even = await print(page);
  expect(even).not.toBe(before);
  await page.getByRole('button', { name: 'Pick a hue from the picture' }).click();
  await expect(page.getByText('Click a colour in the original')).toBeVisible();
  const bed = (await page.locator('.bed').boundingBox()) as { x: number; y: number; width: number; height: number };
  await page.waitForTimeout(400);
  await page.mouse.click(bed.x + bed.width / 2, bed.y + 110);
  await expect(page.locator('uv-curve-field [role=slider]')).toHaveCount(3);
  expect(await print(page)).not.toBe(even);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(even);
});

test('a pass laid by multiply keeps the ink beneath; off, only the ground is left', async ({ page }) => {
  await opened(page, (sheet) => ({ ...sheet, inks: sheet.inks.map((ink) => (ink.id === 'soot' ? { ...ink, colour: '#4060a0' } : ink)) }));
  await page.keyboard.press('Control+1');
  const shown = async (): Promise<string> => {
    await print(page);
    return (await shownTrueTiles(page))[0]?.bytes ?? '';
  };
  const normal = await shown();
  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /Dome at dusk/ })
    .click();
  await page.getByRole('button', { name: /^normal/ }).click();
  await page.getByRole('option', { name: /^multiply/ }).click();
  const colours = (base64: string): Set<string> => {
    const bytes = Buffer.from(base64, 'base64');
    return new Set(Array.from({ length: bytes.length / 4 }, (_, i) => bytes.subarray(4 * i, 4 * i + 4).toString('hex')));
  };
  const multiplied = await shown();
  // W3C multiply of #4060a0 over #e0562f: products of the channels, in eighths of a bit either way.
  expect(colours(normal)).toContain('4060a0ff');
  expect([...colours(multiplied)].some((hex) => /^3[78]20[12][de]ff$/.test(hex))).toBe(true);
  await page.getByRole('checkbox', { name: 'Dome at dusk prints' }).click();
  expect(colours(await shown())).toEqual(new Set(['e0562fff']));
});

test('another size and resolution make another file, dots as large as before', async ({ page }) => {
  await opened(page);
  await page.locator('uv-ticket button.head').click();
  await page.getByRole('textbox', { name: 'Resolution' }).fill('400');
  await page.getByRole('textbox', { name: 'Resolution' }).press('Enter');
  await expect(page.locator('uv-sheet-dials')).toContainText('945 × 1260 px');
  await expect(page.locator('uv-ticket')).toContainText('47 across');
  await page.getByRole('radio', { name: 'smooth' }).click();
  const { png, bytes, name } = await sentOut(page);
  expect([png.width, png.height, name]).toEqual([945, 1260, 'small-2.36x3.15in-400ppi.png']);
  expect(physicalOf(bytes)).toEqual([15_748, 15_748, 1]);
});

test('all by keyboard: passes, lines, the whole sheet and print pixels, the list of keys', async ({ page }) => {
  await opened(page);
  await page.keyboard.press('n');
  await expect(page.getByRole('textbox', { name: 'Name of the pass' })).toHaveValue('Flare ground');
  await page.keyboard.press('n');
  await expect(page.getByRole('textbox', { name: 'Name of the pass' })).toHaveValue('Dome at dusk');
  await page.keyboard.press('Shift+N');
  await expect(page.getByRole('textbox', { name: 'Name of the pass' })).toHaveValue('Flare ground');
  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /^Screen/ })
    .focus();
  await page.keyboard.press('ArrowUp');
  await expect(page.locator('uv-dials h2')).toHaveText('Levels');
  await page.keyboard.press('Control+1');
  await expect(page.locator('uv-slug')).toContainText('zoom 100 %, 1 : 1');
  await page.locator('.bed').focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+0');
  await expect(page.locator('uv-slug')).not.toContainText('1 : 1');
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('the unprinted original');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('while the server does not answer nothing is lost, and the save follows by itself', async ({ page }) => {
  const id = await opened(page);
  await page.route('**/api/sheets/*', (route) =>
    route.request().method() === 'PUT' ? route.fulfill({ status: 503, json: { message: 'Busy.' } }) : route.continue(),
  );
  await page.getByRole('checkbox', { name: 'Screen on' }).click();
  await expect(page.getByText('Not saved: Busy.')).toBeVisible();
  await page.unroute('**/api/sheets/*');
  await expect(page.getByText(/^Saved \d/)).toBeVisible();
  const kept = (await (await page.context().request.get(`/api/sheets/${id}`)).json()) as { document: Sheet };
  expect(kept.document.passes[1]?.steps.at(-1)?.on).toBe(false);
});

import { expect, test, type Page } from '@playwright/test';
import { boxAt, freshPass, freshSource, type Sheet } from '@uvrant/core';
import sharp from 'sharp';
import { isTrue, laidOut, recordWorkers } from './support';

const sheet: Sheet = {
  format: 'uvrant-sheet',
  version: 1,
  name: 'Bag',
  size: { width: 60, height: 80 },
  ppi: 100,
  edges: 'smooth',
  stock: { name: 'News', colour: '#e9e2d2' },
  inks: [{ id: 'soot', name: 'Soot', colour: '#1e1c1e' }],
  passes: [freshPass('box', 'Box', freshSource('shape'), boxAt(30, 40, 20, 20))],
};

const png = (colour: string, width = 120, height = 90): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: colour } })
    .png()
    .toBuffer();
const files = async (): Promise<{ name: string; mimeType: string; buffer: Buffer }[]> => [
  { name: 'rust.png', mimeType: 'image/png', buffer: await png('#804020') },
  { name: 'tar.png', mimeType: 'image/png', buffer: await png('#202022', 90, 120) },
  { name: 'notes.png', mimeType: 'image/png', buffer: Buffer.from('these are no pixels') },
];

const open = async (page: Page, drawer: string): Promise<void> => {
  await page.keyboard.press('c');
  await page.getByRole('tab', { name: drawer }).click();
};
const item = (page: Page, name: string) => page.locator('uv-chest .item', { hasText: name });

test.beforeEach(async ({ page }) => {
  page.on('pageerror', (error) => {
    throw error;
  });
  await recordWorkers(page);
});

test('several files at once each have their result; found by tag, laid by dragging, put in place of another, kept while used', async ({
  page,
}) => {
  await laidOut(page, sheet);
  await open(page, 'textures');
  // The table gives way: none of it lies outside the window.
  await expect
    .poll(async () => Math.round(await page.locator('uv-table .bed').evaluate((bed) => bed.getBoundingClientRect().right)))
    .toBe(1280);
  await page.locator('uv-chest input[type=file]').setInputFiles(await files());
  const results = page.getByRole('status', { name: 'What became of the files' });
  await expect(results).toContainText('2 of 3 taken in');
  await expect(results).toContainText('notes.png: This file is none of the pictures that can be read.');
  await results.getByRole('button', { name: 'Close' }).click();
  await expect(item(page, 'rust.png')).toContainText('dark ground');

  await item(page, 'tar.png').getByRole('button').click();
  await page.getByLabel('Tags').fill('road, wet');
  await page.getByLabel('Tags').press('Enter');
  await page.getByRole('textbox', { name: 'Search this drawer' }).fill('wet');
  await expect(page.locator('uv-chest .item')).toHaveCount(1);
  await expect(item(page, 'tar.png')).toContainText('road, wet');
  await page.getByRole('textbox', { name: 'Search this drawer' }).fill('rust');

  // Dragged to a place of the sheet it lies there.
  await item(page, 'rust.png').dragTo(page.locator('uv-table .bed'));
  await expect(page.locator('uv-ticket .pass .name')).toHaveText([/Box/, /rust/]);
  await page.keyboard.press('c');
  const middle = async (): Promise<number[]> => {
    const of = async (label: string): Promise<number> =>
      Number(await page.locator('uv-dials').getByRole('textbox', { name: label, exact: true }).inputValue());
    return [(await of('Left')) + (await of('Placed width')) / 2, (await of('Top')) + (await of('Placed height')) / 2];
  };
  // In inches: the sheet is 2.36 × 3.15.
  const [x, y] = await middle();
  expect(Math.abs((x as number) - 1.18)).toBeLessThan(0.05);
  expect(Math.abs((y as number) - 1.575)).toBeLessThan(0.05);

  // Another picture in its place keeps what hangs on it.
  await page.locator('uv-dials').getByRole('button', { name: 'Add to: Where it shows' }).click();
  await page.getByRole('menuitem', { name: 'Painted mask' }).click();
  await expect(page.locator('uv-ticket .attached')).toHaveCount(1);
  await open(page, 'textures');
  await page.getByRole('textbox', { name: 'Search this drawer' }).fill('tar');
  await item(page, 'tar.png').getByRole('button').click();
  await page.getByRole('button', { name: 'Put in place of the chosen' }).click();
  await expect(page.locator('uv-ticket .attached')).toHaveCount(1);
  await isTrue(page);
  await expect(page.getByRole('status').filter({ hasText: 'Saved' })).toBeVisible();

  // What a sheet prints is not let go; what none does is.
  await page.locator('uv-chest .about').getByRole('button', { name: 'Remove' }).click();
  await expect(page.locator('uv-chest').getByRole('alert')).toContainText('is used by “Bag”');
  await page.getByRole('textbox', { name: 'Search this drawer' }).fill('rust');
  await item(page, 'rust.png').getByRole('button').click();
  await page.locator('uv-chest .about').getByRole('button', { name: 'Remove' }).click();
  await expect(item(page, 'rust.png')).toHaveCount(0);
});

test('a drawer of 5000 textures stays quick: few rows are drawn, and a search answers at once', async ({ page }) => {
  await page.route(/\/api\/jobs\/[^/]+$/, async (route) => {
    const answer = await route.fetch();
    const contents = (await answer.json()) as { assets: Record<string, unknown>[] };
    const [first] = contents.assets;
    const many = Array.from({ length: 5000 }, (_, i) => ({
      ...first,
      sha256: i.toString(16).padStart(64, '0'),
      name: `wall ${i}.png`,
      drawer: 'texture',
    }));
    await route.fulfill({ response: answer, json: { ...contents, assets: [...many, ...contents.assets] } });
  });
  await laidOut(page, sheet);
  await open(page, 'textures');
  const rows = page.locator('uv-chest .item');
  await expect(rows.first()).toBeVisible();
  expect(await rows.count()).toBeLessThan(60);
  await page.getByRole('textbox', { name: 'Search this drawer' }).fill('wall 4321');
  await expect(rows).toHaveCount(1);
  await page.getByRole('textbox', { name: 'Search this drawer' }).fill('');
  await page.locator('cdk-virtual-scroll-viewport').evaluate((list) => list.scrollTo(0, 76 * 4000));
  await expect(page.locator('uv-chest .item', { hasText: 'wall 4000.png' })).toBeVisible();
  expect(await rows.count()).toBeLessThan(60);
});

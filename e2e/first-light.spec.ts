import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import type { Sheet } from '@uvrant/core';
import { allSteps, askWorker, differences, isTrue, physicalOf, recordWorkers, sentOut, shownTrueTiles } from './support';

const demo = (name: string): Sheet => JSON.parse(readFileSync(join(import.meta.dirname, '../demo/sheets', name), 'utf8')) as Sheet;

/** A photograph-like picture of the test's own: a lit ball on a dark ground, with grain. */
const photograph = (): Promise<Buffer> => {
  const [width, height] = [900, 700];
  const data = Buffer.alloc(width * height * 3);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += 3) {
      const [dx, dy] = [(x - 450) / 260, (y - 350) / 260];
      const inside = dx * dx + dy * dy < 1;
      const light = inside ? Math.max(0, -0.6 * dx - 0.5 * dy + 0.62 * Math.sqrt(1 - dx * dx - dy * dy)) : 0.06 + (0.1 * y) / height;
      const grain = ((x * 7919 + y * 104729) % 17) - 8;
      data[i] = Math.max(0, Math.min(255, 250 * light + grain));
      data[i + 1] = Math.max(0, Math.min(255, 225 * light + grain));
      data[i + 2] = Math.max(0, Math.min(255, 190 * light + grain + 12));
    }
  }
  return sharp(data, { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 92 })
    .toBuffer();
};

const dropped = async (page: Page, name: string, mime: string, content: Buffer): Promise<void> => {
  const transfer = await page.evaluateHandle(
    ({ name, mime, base64 }) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], name, { type: mime }));
      return transfer;
    },
    { name, mime, base64: content.toString('base64') },
  );
  await page.dispatchEvent('body', 'drop', { dataTransfer: transfer });
};

/** The demo's poster, laid out on the bench. */
const opened = async (page: Page): Promise<void> => {
  await page.goto('/');
  await expect(page.locator('uv-ticket')).toContainText('Dome at dusk');
};

test.beforeEach(async ({ page }) => {
  // Nothing may leave this machine.
  page.on('request', (request) => {
    const { hostname, protocol } = new URL(request.url());
    if (protocol.startsWith('http')) expect(hostname).toBe('127.0.0.1');
  });
  page.on('pageerror', (error) => {
    throw error;
  });
  await recordWorkers(page);
});

test('the demo poster is on the bench, and the file has bit for bit the dots the true view showed at 1 : 1', async ({ page }) => {
  await opened(page);
  await expect(page).toHaveURL(/\/jobs\/.+\/sheets\/.+/);
  await page.keyboard.press('Control+1');
  await expect(page.locator('uv-slug')).toContainText('zoom 100 %, 1 : 1');
  await isTrue(page);
  const tiles = await shownTrueTiles(page);
  expect(tiles.length).toBeGreaterThanOrEqual(4);

  const { png, bytes, name } = await sentOut(page);
  expect([png.width, png.height]).toEqual([5400, 7200]);
  expect(physicalOf(bytes)).toEqual([11811, 11811, 1]);
  expect(name).toBe('poster-18x24in-300ppi.png');
  expect(tiles.map((tile) => differences(tile, png))).toEqual(tiles.map(() => 0));
  // Dots, not an even tone: ink and ground both stand in what was compared.
  const values = new Set(tiles.flatMap((tile) => [...new Uint32Array(Buffer.from(tile.bytes, 'base64').buffer.slice(0, 4 * 4096))]));
  expect(values.size).toBeGreaterThanOrEqual(2);
});

test('every step together gives the same bits in a browser worker in tiles of 1, 17 and 512 px as on the server', async ({
  page,
  request,
}) => {
  test.setTimeout(300_000);
  const [job] = (await (await request.get('/api/jobs')).json()) as { id: string }[];
  const document = allSteps(demo('1-poster.json'));
  const created = await request.post(`/api/jobs/${(job as { id: string }).id}/sheets`, { data: { document } });
  expect(created.status()).toBe(201);
  const { id } = (await created.json()) as { id: string };
  await page.goto(`/jobs/${(job as { id: string }).id}/sheets/${id}`);
  // Every step there is, on one sheet.
  await isTrue(page, 180_000);
  const { png } = await sentOut(page);
  expect([png.width, png.height]).toEqual([472, 591]);
  const answers = [
    ...(await askWorker(page, 17, [
      [0, 0],
      [11, 23],
      [27, 34],
      [20, 5],
    ])),
    ...(await askWorker(page, 1, [
      [0, 0],
      [213, 400],
      [471, 590],
      [201, 333],
    ])),
  ];
  for (const tile of answers) expect(differences(tile, png)).toBe(0);
  await page.keyboard.press('Control+1');
  await isTrue(page);
  const shown = await shownTrueTiles(page);
  expect(shown.length).toBeGreaterThan(1);
  expect(shown.map((tile) => differences(tile, png))).toEqual(shown.map(() => 0));
});

test('a dropped photograph becomes a sheet; its dials are set, undone, kept over a reload', async ({ page }) => {
  await opened(page);
  await page.getByRole('link', { name: 'Job', exact: true }).click();
  await expect(page.getByText('A new sheet of')).toBeVisible();
  await dropped(page, 'lit ball.jpg', 'image/jpeg', await photograph());
  await expect(page).toHaveURL(/\/jobs\/[^/]+$/);
  await expect(page.getByRole('button', { name: 'lit ball.jpg' })).toBeVisible();
  for (const name of ['Coarse dots', 'Lines', 'Fine dots', 'As it is']) await expect(page.getByRole('radio', { name })).toBeVisible();
  await page.getByRole('button', { name: '18 × 24 in' }).click();
  await page.getByRole('menuitem', { name: /the picture/ }).click();
  await expect(page.locator('.facts')).toContainText('900 × 700 px');
  await page.getByRole('radio', { name: 'Coarse dots' }).click();
  await page.getByRole('button', { name: 'Make the sheet' }).click();
  await expect(page).toHaveURL(/\/sheets\//);
  await isTrue(page);

  const cells = page.getByRole('textbox', { name: 'Screen, across' });
  await expect(cells).toHaveValue('46');
  await cells.fill('30');
  await cells.press('Enter');
  await expect(page.locator('uv-ticket')).toContainText('30 across');
  await isTrue(page);
  // A scale dragged over many values undoes as one.
  const angle = page.getByRole('slider', { name: 'Angle' });
  await angle.focus();
  const box = (await angle.boundingBox()) as { x: number; y: number; width: number; height: number };
  await page.mouse.move(box.x + box.width * 0.25, box.y + 12);
  await page.mouse.down();
  for (const share of [0.3, 0.4, 0.45, 0.5]) await page.mouse.move(box.x + box.width * share, box.y + 12);
  await page.mouse.up();
  await expect(page.locator('uv-ticket')).toContainText(/across, 4[3-7]/);
  await page.keyboard.press('Control+z');
  await expect(page.locator('uv-ticket')).toContainText('30 across, 22.5°');
  await page.keyboard.press('Control+z');
  await expect(page.locator('uv-ticket')).toContainText('46 across');
  await page.keyboard.press('Control+Shift+z');
  await expect(page.locator('uv-ticket')).toContainText('30 across');

  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /Levels/ })
    .click();
  await expect(page.locator('uv-tones-extra')).toContainText('Blown, loses its dots');
  await page.getByRole('checkbox', { name: 'Screen on' }).click();
  await expect(page.getByRole('checkbox', { name: 'Screen on' })).not.toBeChecked();
  await expect(page.getByText(/^Saved \d/)).toBeVisible();
  await page.reload();
  await expect(page.locator('uv-ticket')).toContainText('30 across');
  await expect(page.getByRole('checkbox', { name: 'Screen on' })).not.toBeChecked();
});

test('what is no picture is refused with why, and nothing is left behind', async ({ page }) => {
  await opened(page);
  await dropped(page, 'notes.png', 'image/png', Buffer.from('only some words'));
  await expect(page.getByRole('alert')).toContainText(
    'notes.png was not taken in. This file is none of the pictures that can be read. Uvrant takes PNG, JPEG, TIFF, WebP, AVIF',
  );
  await page.getByRole('button', { name: 'Dismiss' }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('U shows the unprinted original while held; the wipe stands between both and moves by keys', async ({ page }) => {
  await opened(page);
  await page.keyboard.down('u');
  await expect(page.getByText('unprinted original')).toBeVisible();
  await page.keyboard.up('u');
  await expect(page.getByText('unprinted original')).toHaveCount(0);
  await page.keyboard.press('w');
  const wipe = page.getByRole('slider', { name: 'Wipe between print and original' });
  await expect(wipe).toHaveAttribute('aria-valuenow', '50');
  await wipe.focus();
  await page.keyboard.press('ArrowRight');
  await expect(wipe).toHaveAttribute('aria-valuenow', '52');
  const box = (await wipe.boundingBox()) as { x: number; y: number; width: number; height: number };
  await page.mouse.move(box.x + 2, box.y + 200);
  await page.mouse.down();
  await page.mouse.move(box.x - 120, box.y + 210);
  await page.mouse.up();
  expect(Number(await wipe.getAttribute('aria-valuenow'))).toBeLessThan(40);
});

test('a save that another window overtook offers theirs or mine', async ({ page, request }) => {
  await opened(page);
  const id = page.url().split('/').at(-1) as string;
  const kept = (await (await request.get(`/api/sheets/${id}`)).json()) as { revision: number; document: Sheet };
  const theirs = { ...kept.document, stock: { name: 'Cream card', colour: '#f3e8cf' } };
  const saved = await request.put(`/api/sheets/${id}`, {
    data: { baseRevision: kept.revision, editId: 'another-window', document: theirs },
  });
  expect(saved.status()).toBe(200);
  await page.getByRole('checkbox', { name: 'Flare ground prints' }).click();
  await expect(page.getByText('Saved in another window since.')).toBeVisible();
  await page.getByRole('button', { name: 'Load theirs' }).click();
  await expect(page.locator('uv-ticket')).toContainText('Cream card');
  await expect(page.getByRole('checkbox', { name: 'Flare ground prints' })).toBeChecked();
});

test('a send-out is cancelled from the bench', async ({ page }) => {
  await opened(page);
  await page.getByRole('button', { name: 'Send out PNG' }).click();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText('The last one was cancelled')).toBeVisible();
  await page.getByRole('link', { name: 'Dispatch' }).click();
  await expect(page.getByRole('table')).toContainText('cancelled');
});

test('levels show the reading, and hatch the light that will carry no dots', async ({ page }) => {
  await opened(page);
  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /^Levels/ })
    .click();
  const extra = page.locator('uv-tones-extra');
  await expect(extra.getByRole('row', { name: /^White/ })).toContainText('%');
  await page.getByRole('checkbox', { name: 'Hatch light without dots on the table' }).click();
  await expect(extra).toContainText('0.0 % of the sheet');
  const white = page.getByRole('textbox', { name: 'Output white' });
  await white.fill('100');
  await white.press('Enter');
  await expect(extra).not.toContainText('0.0 % of the sheet');
  await expect(extra).toContainText(/[1-9]\.\d % of the sheet/);
  await page.keyboard.press('Control+z');
  await expect(extra).toContainText('0.0 % of the sheet');
});

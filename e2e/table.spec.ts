import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { freshPass, freshSource, wholeSheet, type Sheet } from '@uvrant/core';
import { givenTiles, isTrue, laidOut, opened, recordWorkers } from './support';

const SIZE = { width: 101.6, height: 152.4 };
/** A sheet printed in one red all over. */
const FLAT: Sheet = {
  format: 'uvrant-sheet',
  version: 3,
  name: 'Flat',
  size: SIZE,
  ppi: 72,
  edges: 'smooth',
  stock: { name: 'News', colour: '#e9e2d2' },
  inks: [{ id: 'soot', name: 'Soot', colour: '#1e1c1e' }],
  passes: [freshPass('flat', 'Flat', freshSource('flat', { colour: { srgb: '#c02020' } }), wholeSheet(SIZE))],
};

/** Red, green and blue in the middle of the table. */
const middleOf = async (page: Page): Promise<Buffer> => {
  const { x, y, width, height } = (await page.locator('uv-table .bed').boundingBox())!;
  const shot = await page.screenshot({ clip: { x: x + width / 2, y: y + height / 2, width: 1, height: 1 } });
  return sharp(shot).removeAlpha().raw().toBuffer();
};

test.beforeEach(async ({ page }) => {
  page.on('pageerror', (error) => {
    throw error;
  });
  await recordWorkers(page);
});

test('a worn sheet opens as a quick draft, then a fine one, then true', async ({ page }) => {
  const { request } = page.context();
  const jobs = (await (await request.get('/api/jobs')).json()) as { id: string; name: string }[];
  const job = jobs.find(({ name }) => name === 'Marl Fold night concerts');
  const { sheets } = (await (await request.get(`/api/jobs/${job?.id}`)).json()) as { sheets: { id: string; document: { name: string } }[] };
  const poster = sheets.find(({ document }) => document.name === 'Poster');
  await page.goto(`/jobs/${job?.id}/sheets/${poster?.id}`);
  await expect.poll(async () => (await givenTiles(page)).some(({ quality }) => quality === 'true'), { timeout: 90_000 }).toBe(true);
  const given = await givenTiles(page);
  const firstTrue = given.findIndex(({ quality }) => quality === 'true');
  const about = given.filter(({ quality, isFine }) => quality === 'draft' && !isFine).map(({ place }) => place);
  expect(about.length).toBeGreaterThan(0);
  for (const place of about) {
    const fine = given.findIndex((each) => each.quality === 'fine' && each.place === place);
    expect(fine).toBeGreaterThan(given.findIndex((each) => each.quality === 'draft' && each.place === place));
    expect(fine).toBeLessThan(firstTrue);
    expect(given[fine]?.isFine).toBe(true);
  }
});

test('a window moved to a screen of twice the density shows twice the pixels, and comes back', async ({ page }) => {
  await opened(page, (sheet) => ({ ...sheet, ppi: 600 }));
  const canvas = page.locator('uv-table .bed canvas').first();
  const density = (): Promise<number> => canvas.evaluate((each: HTMLCanvasElement) => each.width / each.getBoundingClientRect().width);
  const devtools = await page.context().newCDPSession(page);
  // A window without a screen looks at its media only when it is laid out anew: its width changes, too.
  const moved = (deviceScaleFactor: number): Promise<unknown> =>
    devtools.send('Emulation.setDeviceMetricsOverride', { width: 1282 - deviceScaleFactor, height: 800, deviceScaleFactor, mobile: false });
  await moved(1);
  await expect.poll(density).toBeCloseTo(1, 2);
  const tiles = async (): Promise<Set<string>> =>
    new Set((await givenTiles(page)).filter(({ quality }) => quality === 'true').map(({ place }) => place));
  const before = await tiles();
  await moved(2);
  await expect.poll(density).toBeCloseTo(2, 2);
  await isTrue(page);
  expect((await tiles()).size).toBeGreaterThan(before.size);
  await moved(1);
  await expect.poll(density).toBeCloseTo(1, 2);
  await isTrue(page);
});

test.describe('on a touch screen', () => {
  test.use({ hasTouch: true });

  test('two fingers make the sheet larger where they are, and move it with them', async ({ page }) => {
    await opened(page, (sheet) => sheet);
    await isTrue(page);
    const shown = async (): Promise<number> => Number(/zoom (\d+(?:\.\d+)?) %/.exec(await page.locator('uv-slug, .slug').innerText())?.[1]);
    const before = await shown();
    const bed = await page.locator('uv-table .bed').boundingBox();
    if (!bed) throw new Error('no table');
    const [x, y] = [bed.x + bed.width / 2, bed.y + bed.height / 2];
    const devtools = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', apart: number): Promise<unknown> =>
      devtools.send('Input.dispatchTouchEvent', {
        type,
        touchPoints:
          type === 'touchEnd'
            ? []
            : [
                { x: x - apart, y, id: 1 },
                { x: x + apart, y, id: 2 },
              ],
      });
    await touch('touchStart', 60);
    for (let apart = 65; apart <= 120; apart += 5) await touch('touchMove', apart);
    await touch('touchEnd', 0);
    await expect.poll(async () => (await shown()) / before).toBeGreaterThan(1.8);
    expect((await shown()) / before).toBeLessThan(2.1);
  });
});

test('a sheet that was printed before is on the table at once, small, while it is printed again', async ({ page }) => {
  await laidOut(page, FLAT);
  const put = page.waitForResponse((response) => response.url().endsWith('/picture?revision=1') && response.request().method() === 'PUT');
  await isTrue(page);
  expect((await put).status()).toBe(204);
  // No worker answers any more: what is shown is what was kept.
  await page.addInitScript(() => {
    window.Worker = class extends EventTarget {
      postMessage(): void {}
      terminate(): void {}
    } as unknown as typeof Worker;
  });
  await page.reload();
  await expect(page.locator('uv-slug .state')).toHaveText('draft');
  await expect
    .poll(async () => [...(await middleOf(page))].map((value, i) => Math.abs(value - [192, 32, 32][i]!) < 12))
    .toEqual([true, true, true]);
});

test('the sheet is shown on white or black in place of its stock; the sheet itself stays as it is', async ({ page }) => {
  await laidOut(page, { ...FLAT, passes: [] });
  await isTrue(page);
  const middle = async (): Promise<string> => (await middleOf(page)).toString('hex');
  await expect.poll(middle).toBe('e9e2d2');
  const grounds = page.getByRole('radiogroup', { name: 'What the sheet is shown on' });
  await grounds.getByRole('radio', { name: 'black' }).click();
  await expect.poll(middle).toBe('000000');
  await grounds.getByRole('radio', { name: 'white' }).click();
  await expect.poll(middle).toBe('ffffff');
  await expect(page.locator('uv-ticket')).toContainText('News');
  await grounds.getByRole('radio', { name: 'stock' }).click();
  await expect.poll(middle).toBe('e9e2d2');
});

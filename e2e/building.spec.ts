import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { expect, test } from '@playwright/test';
import { boxAt, freshPass, freshSource, type Pass, type Placement, type Sheet } from '@uvrant/core';
import { added, addedFlat, emptySheet, filled, isTrue, laidBy, laidOut, line, print, printedAt, recordWorkers, sentOut } from './support';

/** 60 × 80 mm at 200 ppi: 472 × 630 pixels. */
const small = (...passes: Pass[]): Sheet => ({
  format: 'uvrant-sheet',
  version: 1,
  name: 'Small',
  size: { width: 60, height: 80 },
  ppi: 200,
  edges: 'smooth',
  stock: { name: 'News', colour: '#e9e2d2' },
  inks: [{ id: 'soot', name: 'Soot', colour: '#1e1c1e' }],
  passes,
});
const box = (id: string, srgb: string, placement: Placement): Pass =>
  freshPass(id, id, freshSource('shape', { colour: { srgb } }), placement);

test.beforeEach(async ({ page }) => {
  page.on('pageerror', (error) => {
    throw error;
  });
  await recordWorkers(page);
});

test('the poster is built from an empty sheet in printing order and sent out with a transparent ground', async ({ page }) => {
  test.setTimeout(120_000);
  await emptySheet(page);
  await addedFlat(page, '#e0562f');
  await added(page, 'dome', /^dome-dusk/);
  // Laid over something it goes down as measuring says, never opaque over everything.
  await expect(page.locator('uv-ticket')).toContainText(/picture, fills the sheet, (multiply|screen)/);
  await laidBy(page, /^normal/);
  await filled(page, 'Strength', '100');
  for (const [asked, title] of [
    ['grey', /^Grey response/],
    ['contrast', /^Levels/],
    ['halftone', /^Screen/],
    ['bleed', /^Ink spread/],
  ] as const)
    await added(page, asked, title);
  await added(page, 'headline', /^Stacked lettering/);
  await page.locator('uv-text-field textarea').fill('Marl Fold\nnight concerts');
  await laidBy(page, /^knock out/);
  await added(page, 'torn', /^Rough frame, torn/);
  await added(page, 'treats everything', /^Overall/);
  await added(page, 'warm', /^Warmth/);

  const rows = page.locator('uv-ticket .pass .name');
  await expect(rows).toHaveCount(5);
  await expect(rows).toHaveText([/Flat/, /dome-dusk/, /Lettering.*knocked out/, /Rough frame.*knocked out/, /Overall.*treats all so far/]);
  await expect(page.locator('uv-ticket .step')).toHaveCount(5);
  await expect(page.locator('uv-ticket .share').nth(2)).toContainText('−', { timeout: 20_000 });
  await isTrue(page);
  const { png } = await sentOut(page);
  expect([png.width, png.height]).toEqual([1296, 1728]);
  const alpha = (x: number, y: number): number => png.data[4 * (y * png.width + x) + 3] as number;
  // Torn away at the corner, printed in the middle; hard edges leave every pixel all or nothing.
  expect([alpha(2, 2), alpha(648, 500)]).toEqual([0, 255]);
  const letters = Array.from({ length: 900 }, (_, i) => alpha(120 + i, 1290));
  expect(new Set(letters)).toEqual(new Set([0, 255]));
});

test('printing order: what prints later lies on top, by Alt and arrows, by dragging, and back by undo', async ({ page }) => {
  await laidOut(page, small(box('red', '#c02020', boxAt(25, 30, 30, 30)), box('blue', '#2040c0', boxAt(35, 40, 30, 30))));
  await page.keyboard.press('Control+1');
  // 30, 35 mm lies in both.
  const [x, y] = [236, 276];
  expect(await printedAt(page, x, y)).toBe('2040c0ff');
  await line(page, 'blue').click();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.locator('uv-ticket .pass .name').first()).toContainText('blue');
  expect(await printedAt(page, x, y)).toBe('c02020ff');
  await page.keyboard.press('Control+z');
  expect(await printedAt(page, x, y)).toBe('2040c0ff');

  const [from, to] = [await line(page, 'blue').boundingBox(), await line(page, 'red').boundingBox()];
  await page.mouse.move(from!.x + 80, from!.y + 20);
  await page.mouse.down();
  await page.mouse.move(to!.x + 80, to!.y + 30, { steps: 8 });
  await page.mouse.move(to!.x + 80, to!.y + 8, { steps: 8 });
  await page.mouse.up();
  await expect(page.locator('uv-ticket .pass .name').first()).toContainText('blue');
  expect(await printedAt(page, x, y)).toBe('c02020ff');

  // Laid by multiply the two are the product of their channels, in whichever order.
  await line(page, 'red').click();
  await laidBy(page, /^multiply/);
  const product = [0xc0 * 0x20, 0x20 * 0x40, 0x20 * 0xc0].map((v) => Math.round(v / 255));
  const found = Buffer.from(await printedAt(page, x, y), 'hex');
  product.forEach((wanted, c) => expect(Math.abs((found[c] as number) - wanted)).toBeLessThanOrEqual(1));
});

test('a pass is moved, turned and stretched by its handles, shows what it did, and is put back bit for bit', async ({ page }) => {
  await laidOut(page, small(box('red', '#c02020', boxAt(30, 40, 24, 16))));
  await page.keyboard.press('Control+1');
  const before = await print(page);
  await line(page, 'red').click();
  const dragged = async (selector: string, dx: number, dy: number): Promise<void> => {
    const { x, y, width, height } = (await page.locator(selector).boundingBox())!;
    await page.mouse.move(x + width / 2, y + height / 2);
    await page.mouse.down();
    await page.mouse.move(x + width / 2 + dx / 2, y + height / 2 + dy / 2, { steps: 4 });
    await page.keyboard.down('Alt');
    await page.mouse.move(x + width / 2 + dx, y + height / 2 + dy, { steps: 4 });
    await page.mouse.up();
    await page.keyboard.up('Alt');
  };
  const placement = (): Promise<string[]> =>
    Promise.all(
      ['Left', 'Top', 'Placed width', 'Placed height', 'Turn'].map((label) =>
        page.getByRole('textbox', { name: label, exact: true }).inputValue(),
      ),
    );
  const start = await placement();
  await dragged('uv-handles .body', 40, 20);
  const moved = await placement();
  expect(moved[0]).not.toBe(start[0]);
  expect(moved.slice(2)).toEqual(start.slice(2));
  const atMoved = await print(page);
  expect(atMoved).not.toBe(before);
  // The knob stands above the top: drawn to the left it turns counter-clockwise.
  await dragged('uv-handles .knob', -60, 30);
  const turned = await placement();
  expect(Number(turned[4])).toBeGreaterThan(10);
  await dragged('uv-handles .grip >> nth=4', 30, 0);
  const stretched = await placement();
  expect(Number(stretched[2])).toBeGreaterThan(Number(turned[2]));
  expect(stretched[3]).toBe(turned[3]);
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z');
  // The figures are drawn a frame after the keys.
  await expect.poll(placement).toEqual(start);
  expect(await print(page)).toBe(before);
  // By keys, and by a press on the table.
  await page.getByRole('application', { name: /^Place of red/ }).focus();
  await page.keyboard.press('ArrowRight');
  // A twentieth of an inch, since inches are shown.
  await expect.poll(async () => Number((await placement())[0]) - Number(start[0])).toBeCloseTo(0.05, 3);
  const bed = (await page.locator('.bed').boundingBox())!;
  await page.mouse.click(bed.x + 8, bed.y + 8);
  await expect(page.locator('uv-handles .body')).toHaveCount(0);
  await page.mouse.click(bed.x + bed.width / 2, bed.y + bed.height / 2);
  await expect(page.locator('uv-handles .body')).toHaveCount(1);
});

test('type is set on the table, in fonts by their role and one’s own; a bad font is refused and nothing is lost', async ({ page }) => {
  const type = freshSource('type', { text: 'Hours', size: 14, colour: { srgb: '#1e1c1e' } });
  const id = await laidOut(page, small(freshPass('title', 'title', type, boxAt(30, 40, 50, 10))));
  await page.keyboard.press('Control+1');
  const before = await print(page);
  await line(page, 'title').click();
  await expect(page.locator('uv-pass-dials')).toContainText('Capitals');
  await page.locator('uv-handles .body').dblclick();
  const entry = page.getByRole('textbox', { name: 'Text, on the sheet' });
  await entry.fill('Perigee');
  await entry.press('Escape');
  await expect(page.locator('uv-text-field textarea')).toHaveValue('Perigee');
  const perigee = await print(page);
  expect(perigee).not.toBe(before);

  await page.locator('uv-font-field .choose').click();
  await page.getByRole('combobox', { name: 'A font by its role or name' }).fill('stencil');
  await page.getByRole('option', { name: /^stencil/ }).click();
  const stencil = await print(page);
  expect(stencil).not.toBe(perigee);

  const file = page.getByLabel('Add a font of your own', { exact: true });
  await file.setInputFiles({ name: 'notes.ttf', mimeType: 'font/ttf', buffer: Buffer.from('these are notes, not a font') });
  await expect(page.getByText('notes.ttf: The file is no font.')).toBeVisible();
  expect(await print(page)).toBe(stencil);
  const folder = dirname(createRequire(import.meta.url).resolve('@fontsource/bangers/package.json'));
  await file.setInputFiles({
    name: 'lettering.woff',
    mimeType: 'font/woff',
    buffer: readFileSync(join(folder, 'files/bangers-latin-400-normal.woff')),
  });
  await expect(page.locator('uv-font-field')).toContainText('your own');
  const own = await print(page);
  expect(own).not.toBe(stencil);
  const { png } = await sentOut(page);
  // The file’s letters are the table’s: the server sets the same font.
  const shown = Buffer.from(await printedAt(page, 100, 200), 'hex');
  expect([...shown]).toEqual([...png.data.subarray(4 * (200 * png.width + 100), 4 * (200 * png.width + 100) + 4)]);
  const kept = (await (await page.context().request.get(`/api/sheets/${id}`)).json()) as { document: Sheet };
  expect(kept.document.passes[0]?.source).toMatchObject({ font: { name: 'Bangers Regular' } });
});

test('the peel line goes back through the printing, by keys and by dragging; one pass is shown by itself', async ({ page }) => {
  await laidOut(page, small(box('red', '#c02020', boxAt(25, 30, 30, 30)), box('blue', '#2040c0', boxAt(35, 40, 30, 30))));
  await page.keyboard.press('Control+1');
  const whole = await print(page);
  await page.keyboard.press(',');
  await expect(page.getByRole('slider', { name: /^Peel line/ })).toHaveAttribute('aria-valuetext', 'shown up to here');
  expect(await printedAt(page, 236, 276)).toBe('c02020ff');
  await page.keyboard.press(',');
  await expect.poll(() => printedAt(page, 236, 276)).toBe('00000000');
  await page.keyboard.press('.');
  await page.keyboard.press('.');
  expect(await print(page)).toBe(whole);
  const [peel, red] = [await page.locator('.peel').boundingBox(), await line(page, 'red').boundingBox()];
  await page.mouse.move(peel!.x + 60, peel!.y + 5);
  await page.mouse.down();
  await page.mouse.move(peel!.x + 60, red!.y + red!.height - 6, { steps: 6 });
  await page.mouse.up();
  expect(await printedAt(page, 236, 276)).toBe('c02020ff');
  await page.keyboard.press('.');
  await line(page, 'red').click();
  await page.getByRole('button', { name: 'Show alone' }).click();
  await expect(page.getByText('Only “red” is shown.')).toBeVisible();
  expect(await printedAt(page, 236, 276)).toBe('c02020ff');
  await page.getByRole('button', { name: 'Show everything' }).click();
  expect(await print(page)).toBe(whole);
});

test('an impossible edit is refused in words and nothing is lost; a sheet that would print itself says so', async ({ page }) => {
  const reader = box('reader', '#2040c0', boxAt(35, 40, 30, 30));
  await laidOut(page, small(box('read', '#c02020', boxAt(25, 30, 30, 30)), { ...reader, lay: { ...reader.lay, within: 'read' } }));
  await line(page, 'read').click();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('alert')).toContainText(
    '“reader” lies within a pass that would no longer be on the sheet. Change that first.',
  );
  await expect(page.locator('uv-ticket .pass')).toHaveCount(2);
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(page.getByRole('alert')).toHaveCount(0);
});

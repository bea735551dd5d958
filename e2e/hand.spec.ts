import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { boxAt, freshPass, freshSource, type Pass, type Sheet } from '@uvrant/core';
import { added, laidOut, line } from './support';

/** Two flats on a sheet of 4 × 6 in, the unit inches. */
const SHEET: Sheet = {
  format: 'uvrant-sheet',
  version: 3,
  name: 'Hand',
  size: { width: 101.6, height: 152.4 },
  ppi: 72,
  edges: 'smooth',
  stock: { name: 'News', colour: '#e9e2d2' },
  inks: [{ id: 'soot', name: 'Soot', colour: '#1e1c1e' }],
  passes: [
    freshPass('under', 'Under', freshSource('flat', { colour: { srgb: '#c02020' } }), boxAt(50.8, 50.8, 50.8, 25.4)),
    freshPass('over', 'Over', freshSource('flat', { colour: { srgb: '#2020c0' } }), boxAt(50.8, 101.6, 25.4, 25.4)),
  ],
};

const entry = (page: Page, name: string) => page.locator('uv-dials').getByRole('textbox', { name, exact: true });
const zoom = async (page: Page): Promise<number> => Number(/zoom (\d+(?:\.\d+)?) %/.exec(await page.locator('uv-slug').innerText())?.[1]);

test.beforeEach(async ({ page }) => {
  page.setDefaultTimeout(10_000);
  page.on('pageerror', (error) => {
    throw error;
  });
  await laidOut(page, SHEET);
  await line(page, 'over').click();
  await expect(entry(page, 'Name of the pass')).toHaveValue('Over');
});

test('a figure takes any unit and sums, says what is none, and what it was taken as', async ({ page }) => {
  const width = entry(page, 'Placed width');
  await expect(width).toHaveValue('1');
  for (const [typed, shown] of [
    ['30 mm', '1.181'],
    ['1/2', '0.5'],
    ['1 + 12.7 mm', '1.5'],
    ['72 pt', '1'],
  ] as const) {
    await width.fill(typed);
    await width.press('Enter');
    await expect(width).toHaveValue(shown);
  }
  await width.fill('wide');
  await width.press('Enter');
  await expect(page.locator('uv-dials mat-error')).toContainText('No figure. Give one such as 1, 12 mm, 12 pt or 3 + 4');
  await width.press('Escape');
  await expect(width).toHaveValue('1');
  const turn = entry(page, 'Turn');
  await turn.fill('370');
  await turn.press('Enter');
  await expect(page.locator('uv-dials .taken')).toHaveText('Taken as 10');
});

test('arrow keys move what is chosen from wherever the focus is, with Alt they reorder; plus and minus go nearer and farther', async ({
  page,
}) => {
  const [left, top] = [entry(page, 'Left'), entry(page, 'Top')];
  const [x, y] = [Number(await left.inputValue()), Number(await top.inputValue())];
  // On the page itself, on a button of the top bar, and on the table.
  await page.locator('uv-slug').click();
  await page.keyboard.press('ArrowRight');
  await expect(left).toHaveValue(String(Number((x + 0.05).toFixed(2))));
  await page.keyboard.press('Shift+ArrowDown');
  await expect(top).toHaveValue(String(Number((y + 0.5).toFixed(2))));
  await page.getByRole('button', { name: 'Keys' }).focus();
  await page.keyboard.press('ArrowLeft');
  await expect(left).toHaveValue(String(x));
  // In a figure they stay the figure's.
  await left.focus();
  await page.keyboard.press('ArrowUp');
  await expect(top).toHaveValue(String(Number((y + 0.5).toFixed(2))));
  await page.keyboard.press('Control+z');
  await page.locator('uv-slug').click();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(page.locator('uv-ticket .pass').first()).toContainText('Over');
  const before = await zoom(page);
  await page.keyboard.press('+');
  await expect.poll(() => zoom(page)).toBeCloseTo(before * Math.SQRT2, 0);
  await page.keyboard.press('Control+-');
  await page.keyboard.press('-');
  await expect.poll(() => zoom(page)).toBeCloseTo(before / Math.SQRT2, 0);
});

test('passes and steps are copied, cut and pasted by the clipboard, to another sheet with their ink, and undone', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await page.locator('uv-slug').click();
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Control+v');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(3);
  await page.keyboard.press('Control+z');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(2);
  await line(page, 'over').click();
  await page.keyboard.press('Control+x');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(1);
  // Another sheet: its own pass stays, and the one that was cut lies on it.
  await laidOut(page, { ...SHEET, name: 'Other', inks: [], passes: SHEET.passes.slice(0, 1) });
  await page.locator('uv-slug').click();
  await page.keyboard.press('Control+v');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(2);
  await expect(page.locator('uv-ticket .pass').last()).toContainText('Over');
  // Words that are typed into an entry stay its own.
  const width = entry(page, 'Placed width');
  await width.focus();
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Control+v');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(2);
  await page.keyboard.press('Escape');
  await added(page, 'invert', /^Invert/);
  await page.locator('uv-slug').click();
  await page.keyboard.press('Control+c');
  await line(page, 'under').click();
  await page.locator('uv-slug').click();
  await page.keyboard.press('Control+v');
  await expect(page.locator('uv-ticket .step', { hasText: 'Invert' })).toHaveCount(2);
});

test('what is copied in one job is pasted in another, its ink with it; undone, its neighbour is chosen', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const { request } = context;
  const [demo] = (await (await request.get('/api/jobs')).json()) as { id: string }[];
  const [under, over] = SHEET.passes as [Pass, Pass];
  const inked = { ...over, source: freshSource('flat', { colour: { ink: 'soot' } }) };
  await laidOut(page, { ...SHEET, name: 'Inked', passes: [under, inked] });
  await line(page, 'over').click();
  await page.locator('uv-slug').click();
  await page.keyboard.press('Control+c');
  const created = await request.post('/api/jobs', { data: { name: 'Elsewhere' } });
  const { id } = (await created.json()) as { id: string };
  const bare = { ...SHEET, name: 'Bare', inks: [], passes: SHEET.passes.slice(0, 1) };
  const kept = await request.post(`/api/jobs/${id}/sheets`, { data: { document: bare } });
  const { id: other } = (await kept.json()) as { id: string };
  await page.goto(`/jobs/${id}/sheets/${other}`);
  await expect(page.locator('uv-ticket .pass')).toHaveCount(1);
  await page.locator('uv-slug').click();
  await page.keyboard.press('Control+v');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(2);
  await expect(page.locator('uv-ticket .pass').last()).toContainText('Over');
  const saved = async () => (await (await request.get(`/api/jobs/${id}`)).json()) as { sheets: { document: Sheet }[] };
  await expect.poll(async () => (await saved()).sheets[0]?.document.inks.length).toBe(SHEET.inks.length);
  await page.keyboard.press('Control+z');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(1);
  await expect(entry(page, 'Name of the pass')).toHaveValue('Under');
  // The demo's job is the one opened last again.
  await page.goto(`/jobs/${demo?.id}`);
  await expect.poll(async () => ((await (await request.get('/api/jobs')).json()) as { id: string }[])[0]?.id).toBe(demo?.id);
});

/** A picture file as the page gets it. */
const transferOf = async (page: Page, name: string, content: Buffer) =>
  page.evaluateHandle(
    ({ name, base64 }) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], name, { type: 'image/png' }));
      return transfer;
    },
    { name, base64: content.toString('base64') },
  );

test('a picture dropped on the table is laid there, one on the form goes into the chest, and the bench stays', async ({ page }) => {
  const picture = (shade: number): Promise<Buffer> =>
    sharp({ create: { width: 40, height: 30, channels: 3, background: { r: shade, g: 90, b: 60 } } })
      .png()
      .toBuffer();
  const bed = (await page.locator('uv-table .bed').boundingBox())!;
  const at = { clientX: bed.x + bed.width / 2, clientY: bed.y + bed.height / 2 };
  await page.dispatchEvent('uv-table .bed', 'drop', { dataTransfer: await transferOf(page, 'laid here.png', await picture(200)), ...at });
  await expect(page.locator('uv-ticket .pass')).toHaveCount(3);
  await expect(page.locator('uv-ticket')).toContainText('laid here');
  await page.dispatchEvent('uv-dials', 'drop', { dataTransfer: await transferOf(page, 'kept here.png', await picture(120)) });
  // The chest opens on it, and says by the right button what can be done with it.
  await expect(page.locator('uv-chest .about')).toContainText('Drawer');
  await expect(page.locator('uv-chest')).toContainText('kept here');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(3);
  expect(page.url()).toContain('/sheets/');
  await page.locator('uv-chest .item').filter({ hasText: 'kept here' }).click({ button: 'right' });
  await page.getByRole('menuitem', { name: 'Lay on the sheet' }).click();
  await expect(page.locator('uv-ticket .pass')).toHaveCount(4);
});

test('a picture is pasted from the clipboard as a pass', async ({ page }) => {
  const png = await sharp({ create: { width: 24, height: 24, channels: 3, background: '#40a080' } })
    .png()
    .toBuffer();
  const clipboardData = await transferOf(page, 'pasted.png', png);
  await page.evaluate(
    (data) => document.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true })),
    clipboardData,
  );
  await expect(page.locator('uv-ticket .pass')).toHaveCount(3);
  await expect(page.locator('uv-ticket')).toContainText('pasted');
});

test('several passes take one ink and one line; a locked one stays where it is, and is not removed', async ({ page }) => {
  await line(page, 'under').click({ modifiers: ['Control'] });
  const panel = page.locator('uv-several-dials');
  await expect(panel).toContainText('2 passes');
  await panel.getByRole('button', { name: 'Left', exact: true }).click();
  await line(page, 'over').click();
  await expect(entry(page, 'Left')).toHaveValue('1');
  await page.keyboard.press('l');
  await expect(page.locator('uv-pass-dials')).toContainText('Locked');
  await page.keyboard.press('Delete');
  await expect(page.getByRole('alert')).toContainText('“Over” is locked');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(2);
  // On the table a press goes through it: there is nothing below.
  const bed = (await page.locator('uv-table .bed').boundingBox())!;
  await page.keyboard.press('Control+0');
  await page.mouse.click(bed.x + bed.width / 2 - 20, bed.y + bed.height * 0.66);
  await expect(line(page, 'over')).toHaveAttribute('aria-current', 'false');
});

test('the menu of a line opens by the right button and by its key, lists the keys, and does what they do', async ({ page }) => {
  await line(page, 'over').click({ button: 'right' });
  const menu = page.getByRole('menu');
  await expect(menu.getByRole('menuitem', { name: 'Duplicate' })).toContainText('D');
  await menu.getByRole('menuitem', { name: 'Duplicate' }).click();
  await expect(page.locator('uv-ticket .pass')).toHaveCount(3);
  await expect(menu).toHaveCount(0);
  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /Over again/ })
    .focus();
  await page.keyboard.press('Shift+F10');
  await expect(menu).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.locator('uv-ticket').getByRole('button', { name: /Over again/ })).toBeFocused();
  await expect(menu).toHaveCount(0);
  await page.keyboard.press('Shift+F10');
  await expect(menu.getByRole('menuitem', { name: 'Copy' })).toBeFocused();
  await page.keyboard.press('ArrowUp');
  await expect(menu.getByRole('menuitem', { name: 'Remove' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(2);
  const bed = (await page.locator('uv-table .bed').boundingBox())!;
  await page.mouse.click(bed.x + 8, bed.y + 8, { button: 'right' });
  await expect(menu.getByRole('menuitem', { name: 'The whole sheet' })).toContainText('Ctrl 0');
});

test('another picture takes the place of a pass’s, dropped on its panel; its name follows', async ({ page }) => {
  const pictureOf = (background: string, width: number): Promise<Buffer> =>
    sharp({ create: { width, height: 30, channels: 3, background } })
      .png()
      .toBuffer();
  const bed = (await page.locator('uv-table .bed').boundingBox())!;
  const at = { clientX: bed.x + bed.width / 2, clientY: bed.y + bed.height / 2 };
  const first = await transferOf(page, 'quay.png', await pictureOf('#c04040', 41));
  await page.dispatchEvent('uv-table .bed', 'drop', { dataTransfer: first, ...at });
  await expect(page.locator('uv-pass-picture')).toBeVisible();
  const dropped = await transferOf(page, 'tower.png', await pictureOf('#40c040', 62));
  await page.dispatchEvent('uv-pass-picture .picture', 'drop', { dataTransfer: dropped });
  await expect(page.locator('uv-ticket')).toContainText('tower');
  await expect(page.locator('uv-ticket')).not.toContainText('quay');
  await expect(page.locator('uv-ticket .pass')).toHaveCount(3);
  await page.getByRole('combobox', { name: 'The picture that it prints' }).click();
  await page.getByRole('option', { name: 'quay.png' }).click();
  await expect(page.locator('uv-ticket')).toContainText('quay');
});

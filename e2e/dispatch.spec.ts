import { readFileSync } from 'node:fs';
import { expect, test, type Download, type Page } from '@playwright/test';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { fromBuffer, type Entry } from 'yauzl';
import type { Sheet } from '@uvrant/core';
import { opened } from './support';

const formats = (page: Page) => page.locator('uv-send-form');
const sheets = (page: Page) => page.locator('uv-going-out');
const table = (page: Page) => page.getByRole('table', { name: 'Files sent out' });

test.beforeEach(({ page }) => {
  page.setDefaultTimeout(15_000);
  page.on('pageerror', (error) => {
    throw error;
  });
});

/** A small sheet of the test's own on the dispatch page, which it alone goes out of. */
const dispatched = async (page: Page, name: string, change: Partial<Sheet> = {}): Promise<string> => {
  const id = await opened(page, (sheet) => ({ ...sheet, name, ...change }));
  await page.getByRole('link', { name: 'Dispatch' }).click();
  await expect(sheets(page).getByRole('checkbox', { name: `Send out ${name}` })).toBeChecked();
  await expect(sheets(page).getByRole('checkbox', { checked: true })).toHaveCount(1);
  return id;
};

const bytesOf = async (download: Download): Promise<Buffer> => readFileSync(await download.path());

/** Names of the files in a zip, in order. */
const namesIn = (bytes: Buffer): Promise<string[]> =>
  new Promise((resolve, reject) => {
    const names: string[] = [];
    fromBuffer(bytes, (error, zip) => {
      if (error) return reject(error);
      zip.on('entry', (entry: Entry) => names.push(entry.fileName));
      zip.on('end', () => resolve(names.sort()));
    });
  });

/** Presses what takes a file, and gives it. */
const taken = async (page: Page, press: () => Promise<void>): Promise<{ name: string; bytes: Buffer }> => {
  const [download] = await Promise.all([page.waitForEvent('download'), press()]);
  return { name: download.suggestedFilename(), bytes: await bytesOf(download) };
};

test('five formats are chosen, named and sent, and each file taken is what it says', async ({ page }) => {
  await dispatched(page, 'Five');
  const choose = (name: string) => formats(page).getByRole('checkbox', { name, exact: true }).check();
  for (const name of ['Plates', 'PDF', 'TIFF', 'JPEG']) await choose(name);
  const named = page.getByRole('textbox', { name: 'How files are named' });
  await named.fill('{sheet}-{colour}');
  await expect(page.getByRole('alert')).toContainText('cannot say {colour}');
  await named.fill('{job}-{sheet}-{ink}');
  await named.press('Enter');
  await formats(page).locator('uv-format-option', { hasText: 'Size' }).last().getByText('400 px').click();
  // PNG, PDF, TIFF, JPEG, and a film of each of two inks.
  await page.getByRole('button', { name: 'Send out 6 files' }).click();
  const rowOf = (name: string) => table(page).getByRole('row').filter({ hasText: name });
  const stem = 'marl-fold-night-concerts-five';
  const files = [`${stem}.png`, `${stem}-soot.tif`, `${stem}-flare.tif`, `${stem}.pdf`, `${stem}.tif`, `${stem}-400px.jpg`];
  const found = new Map<string, Buffer>();
  for (const name of files) {
    const row = rowOf(name).first();
    await expect(row).toContainText('sent out', { timeout: 60_000 });
    const file = await taken(page, () => row.getByRole('link', { name: 'Download' }).click());
    expect(file.name).toBe(name);
    found.set(name, file.bytes);
  }
  const at = (name: string): Buffer => found.get(name) as Buffer;
  const png = PNG.sync.read(at(`${stem}.png`));
  expect([png.width, png.height]).toEqual([472, 630]);
  // Films are the sheet and 12 mm round it, of one bit.
  const film = await sharp(at(`${stem}-soot.tif`)).metadata();
  expect([film.width, film.height, film.density, film.bitsPerSample ?? 1]).toEqual([661, 819, 200, 1]);
  expect(at(`${stem}.pdf`).toString('latin1', 0, 8)).toBe('%PDF-1.6');
  expect(at(`${stem}.pdf`).toString('latin1')).toContain('/Separation /Flare');
  const jpeg = await sharp(at(`${stem}-400px.jpg`)).metadata();
  expect([jpeg.width, jpeg.height]).toEqual([300, 400]);
  // The TIFF is the PNG, bit for bit.
  const raw = await sharp(at(`${stem}.tif`))
    .raw()
    .toBuffer();
  expect(Buffer.compare(raw, png.data)).toBe(0);
});

test('several files are found, taken as one zip, sent again and removed', async ({ page }) => {
  await dispatched(page, 'Several');
  await formats(page).getByRole('checkbox', { name: 'Plates', exact: true }).check();
  await page.getByRole('textbox', { name: 'How files are named' }).fill('zipped-{sheet}');
  await page.getByRole('textbox', { name: 'How files are named' }).press('Enter');
  await page.getByRole('button', { name: 'Send out 3 files' }).click();
  const finder = page.getByRole('textbox', { name: 'Find a file' });
  await finder.fill('zipped');
  const rows = table(page).getByRole('row').filter({ hasText: 'zipped-several' });
  await expect(rows).toHaveCount(3);
  await expect(rows.filter({ hasText: 'sent out' })).toHaveCount(3, { timeout: 60_000 });
  await page.getByRole('checkbox', { name: 'Choose all files' }).check();
  const zip = await taken(page, () => page.getByRole('link', { name: 'Take as one zip' }).click());
  expect(zip.name).toBe('Marl Fold night concerts.zip');
  expect(await namesIn(zip.bytes)).toEqual(['zipped-several-flare.tif', 'zipped-several-soot.tif', 'zipped-several.png']);
  await page.getByRole('button', { name: 'Send again', exact: true }).click();
  // Under the names that they had.
  await expect(rows).toHaveCount(6);
  await page.getByRole('button', { name: 'Remove', exact: true }).first().click();
  await expect(rows).toHaveCount(3);
  await finder.fill('no such file');
  await expect(table(page)).toContainText('No file is called that.');
});

test('a part of the sheet goes out, as an SVG of its inks too', async ({ page }) => {
  await dispatched(page, 'Cropped');
  await formats(page).getByRole('checkbox', { name: 'SVG', exact: true }).check();
  await page.getByRole('button', { name: 'Of the whole sheet: choose a part' }).click();
  for (const [label, figure] of [
    ['Width of the part', '1 in'],
    ['Height of the part', '25.4 mm'],
    ['The part’s left edge', '0.5 in'],
    ['The part’s top edge', '0.25 in'],
  ] as const) {
    const field = page.getByRole('textbox', { name: label, exact: true });
    await field.fill(figure);
    await field.press('Enter');
  }
  await page.getByRole('button', { name: 'Send out 2 files' }).click();
  const rowOf = (name: string) => table(page).getByRole('row').filter({ hasText: name });
  await expect(rowOf('.svg').first()).toContainText('200 × 200');
  const svg = await taken(page, () =>
    rowOf('.svg')
      .first()
      .getByRole('link', { name: /Download/ })
      .click(),
  );
  expect(svg.bytes.toString('utf8')).toContain('width="25.4mm" height="25.4mm" viewBox="0 0 200 200"');
  const png = await taken(page, () =>
    rowOf('.png')
      .first()
      .getByRole('link', { name: /Download/ })
      .click(),
  );
  expect(PNG.sync.read(png.bytes).width).toBe(200);
  await page.getByRole('button', { name: 'all of it' }).click();
  await expect(page.getByRole('button', { name: 'Of the whole sheet: choose a part' })).toBeVisible();
});

test('what is chosen is put by under a name and comes back after a reload', async ({ page }) => {
  await dispatched(page, 'Kept');
  await formats(page).getByRole('checkbox', { name: 'WebP', exact: true }).check();
  await formats(page).getByRole('checkbox', { name: 'Exact', exact: true }).check();
  await page.getByRole('button', { name: 'Presets' }).click();
  await page.getByRole('menuitem', { name: 'Keep what is chosen as…' }).click();
  await page.getByRole('textbox', { name: 'Name of the preset' }).fill('For the web');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.reload();
  await expect(formats(page).getByRole('checkbox', { name: 'WebP', exact: true })).not.toBeChecked();
  await page.getByRole('button', { name: 'Presets' }).click();
  await page.getByRole('menuitem', { name: 'For the web' }).click();
  await expect(formats(page).getByRole('checkbox', { name: 'Exact', exact: true })).toBeChecked();
  await page.getByRole('button', { name: 'Presets' }).click();
  await page.getByRole('menuitem', { name: 'Remove one' }).click();
  await page.getByRole('menuitem', { name: 'For the web' }).last().click();
  await page.getByRole('button', { name: 'Presets' }).click();
  await expect(page.getByRole('menuitem', { name: 'None yet' })).toBeVisible();
});

test('checks name what will not print, and are mended by a click, on dispatch and on the bench', async ({ page }) => {
  const id = await dispatched(page, 'Checked', { edges: 'smooth' });
  const checks = page.locator('uv-sheet-checks');
  await expect(checks).toContainText('in order', { timeout: 30_000 });
  await page.getByRole('combobox', { name: 'Checked for' }).click();
  await page.getByRole('option', { name: 'screen print on fabric' }).click();
  await expect(checks).toContainText('Pixels may be half there', { timeout: 30_000 });
  await checks.getByRole('button', { name: 'Print soft parts as dots' }).click();
  await expect(checks).not.toContainText('Pixels may be half there', { timeout: 30_000 });
  const edges = async () =>
    ((await (await page.request.get(`/api/sheets/${id}`)).json()) as { document: { edges: string } }).document.edges;
  expect(await edges()).toBe('screened');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(checks).toContainText('Pixels may be half there', { timeout: 30_000 });
  expect(await edges()).toBe('smooth');
  // The stamp on the ticket counts the same; K opens the list.
  await page.getByRole('link', { name: 'Bench' }).click();
  const stamp = page.locator('uv-ticket .stamp');
  await expect(stamp).toContainText('to mend', { timeout: 30_000 });
  await page.locator('uv-slug').click();
  await page.keyboard.press('k');
  const column = page.locator('uv-checks-column');
  await column.getByRole('button', { name: 'Print soft parts as dots' }).click();
  await expect(page.locator('uv-ticket .head')).toContainText('screened');
  await expect(column).not.toContainText('Pixels may be half there', { timeout: 30_000 });
  await page.keyboard.press('Control+z');
  await expect(page.locator('uv-ticket .head')).toContainText('smooth');
});

test('the bench sends the sheet out as other files without leaving', async ({ page }) => {
  await opened(page, (sheet) => ({ ...sheet, name: 'Elsewhere' }));
  await page.getByRole('button', { name: 'Send out as other files' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('checkbox', { name: 'PNG', exact: true }).uncheck();
  await dialog.getByRole('checkbox', { name: 'OpenRaster', exact: true }).check();
  await dialog.getByRole('button', { name: 'Send out 1 file' }).click();
  await expect(dialog).toHaveCount(0);
  const link = page.getByRole('link', { name: 'Download' });
  await expect(link).toHaveAttribute('download', /\.ora$/, { timeout: 60_000 });
  const { bytes } = await taken(page, () => link.click());
  expect(bytes.toString('latin1', 38, 54)).toBe('image/openraster');
});

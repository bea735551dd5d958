import { expect, test, type Page } from '@playwright/test';
import { boxAt, freshPass, freshSource, wholeSheet, type Pass, type Sheet } from '@uvrant/core';
import sharp from 'sharp';
import { differences, isTrue, laidOut, print, recordWorkers, sentOut, shownTrueTiles } from './support';

const SIZE = { width: 60, height: 80 };
/** 60 × 80 mm at 100 ppi: 236 × 315 pixels. */
const small = (...passes: Pass[]): Sheet => ({
  format: 'uvrant-sheet',
  version: 1,
  name: 'Small',
  size: SIZE,
  ppi: 100,
  edges: 'smooth',
  stock: { name: 'News', colour: '#e9e2d2' },
  inks: [{ id: 'soot', name: 'Soot', colour: '#1e1c1e' }],
  passes,
});
const PX_PER_MM = 100 / 25.4;

const dials = (page: Page) => page.locator('uv-dials');
const filled = async (page: Page, label: string, value: string): Promise<void> => {
  const entry = dials(page).getByRole('textbox', { name: label, exact: true });
  await entry.fill(value);
  await entry.press('Enter');
};

/** Where a place of the sheet, mm, is on the screen. */
const onScreen = async (page: Page, x: number, y: number): Promise<readonly [number, number]> => {
  const bed = (await page.locator('uv-table .bed').boundingBox())!;
  const zoom = Math.min((bed.width - 64) / 236, (bed.height - 64) / 315);
  const by = zoom * PX_PER_MM;
  return [bed.x + bed.width / 2 + (x - SIZE.width / 2) * by, bed.y + bed.height / 2 + (y - SIZE.height / 2) * by];
};

/** Coverage, 0 … 255, of every print pixel that the table shows. */
const alphas = async (page: Page): Promise<Uint8Array> => {
  await print(page);
  const out = new Uint8Array(236 * 315);
  for (const { task, width, bytes } of await shownTrueTiles(page)) {
    const data = Buffer.from(bytes, 'base64');
    for (let i = 0; i < data.length / 4; i++) {
      out[(task.y * task.side + Math.floor(i / width)) * 236 + task.x * task.side + (i % width)] = data[4 * i + 3] as number;
    }
  }
  return out;
};
const share = (plane: Uint8Array): number => plane.reduce((sum, v) => sum + v, 0) / plane.length / 255;
const at = (plane: Uint8Array, x: number, y: number): number =>
  plane[Math.floor(y * PX_PER_MM) * 236 + Math.floor(x * PX_PER_MM)] as number;

/** A drawn picture in the demo's job; gives its hash. */
const picture = async (page: Page, name: string, svg: string): Promise<string> => {
  const { request } = page.context();
  const [job] = (await (await request.get('/api/jobs')).json()) as { id: string }[];
  const buffer = await sharp(Buffer.from(svg)).png().toBuffer();
  const answer = await request.post(`/api/jobs/${job?.id}/assets`, { multipart: { file: { name, mimeType: 'image/png', buffer } } });
  return ((await answer.json()) as { sha256: string }).sha256;
};

test.beforeEach(async ({ page }) => {
  page.on('pageerror', (error) => {
    throw error;
  });
  await recordWorkers(page);
});

test('crumpled paper is scanned, a plate worn with it, the wear moved off a letter, thinned by a sponge, and sent out', async ({
  page,
}) => {
  test.setTimeout(150_000);
  const plate = freshPass('plate', 'Plate', freshSource('shape', { colour: { srgb: '#1e1c1e' } }), wholeSheet(SIZE));
  const title = freshPass(
    'title',
    'Title',
    freshSource('type', { text: 'AB', lines: 'fit', colour: { srgb: '#c02020' } }),
    boxAt(30, 60, 44, 20),
  );
  await laidOut(page, small(plate, title, freshPass('all', 'All', { kind: 'overall' }, wholeSheet(SIZE))));

  // On the glass, then in the drawer of textures.
  await page.keyboard.press('c');
  await page.getByRole('tab', { name: 'scanner' }).click();
  await expect(page.getByRole('img', { name: 'What lies on the glass' })).toBeVisible();
  await page.getByRole('combobox', { name: 'Resolution' }).click();
  await page.getByRole('option', { name: '75', exact: true }).click();
  await page.getByRole('button', { name: 'Scan into the chest' }).click();
  await expect(page.getByRole('progressbar', { name: 'Scan' })).toBeVisible();
  // Another waits for the glass, and is not made after all.
  await page.getByRole('button', { name: 'Scan after those' }).click();
  await page
    .locator('uv-scanner .going')
    .nth(1)
    .getByRole('button', { name: /^Cancel/ })
    .click();
  await expect(page.getByRole('button', { name: 'Scan into the chest' })).toBeVisible({ timeout: 60_000 });
  await page.locator('uv-ticket [data-moment="all/"]').click();
  await page.getByRole('button', { name: 'Show it' }).click();
  await expect(page.locator('uv-chest .about')).toBeVisible();
  await page.locator('uv-chest .face').first().click();
  await page
    .getByRole('searchbox')
    .or(page.getByRole('textbox', { name: 'Search this drawer' }))
    .fill('crumpled copy');
  await page.locator('uv-chest .face').first().click();
  await page.getByRole('button', { name: 'Wear the chosen pass' }).click();

  // What it takes is read, about at first, then from the true print; the print's own pixels agree.
  await expect(page.locator('uv-ticket')).toContainText('Wear: Crumpled copy paper 1');
  const takes = dials(page).getByRole('textbox', { name: 'Share of the ink that it takes, percent' });
  await expect(takes).toHaveValue(/^\d+(\.\d)?$/, { timeout: 40_000 });
  await expect(dials(page).locator('uv-wear-amount')).not.toContainText('≈', { timeout: 40_000 });
  const said = Number(await takes.inputValue());
  await page.keyboard.press('Control+1');
  const worn = await alphas(page);
  expect(Math.abs(100 * (1 - share(worn)) - said)).toBeLessThan(0.6);
  await expect(dials(page).locator('uv-wear-lettering')).toContainText('Title');

  // Moved by figures: other ink goes, at the same cut; undo puts it back.
  const before = await print(page);
  await filled(page, 'Turn', '90');
  const turned = await alphas(page);
  expect(await print(page)).not.toBe(before);
  expect(share(turned)).toBeGreaterThan(0.5);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(before);

  // Another spot loses less of the lettering at about equal wear; it is tried by pointing at it.
  const loses = async (): Promise<number> =>
    Number(/(\d+\.\d) %/.exec((await dials(page).locator('uv-wear-lettering tbody td').first().textContent()) ?? '')?.[1]);
  const lost = await loses();
  await dials(page).getByRole('button', { name: 'Find better spots' }).click();
  const spots = dials(page).locator('.spot');
  // Seen as pictures beside the place there is now.
  await expect(spots.nth(1)).toBeVisible({ timeout: 20_000 });
  await expect(spots.nth(1).locator('canvas.blank')).toHaveCount(0);
  await spots.nth(1).hover();
  await spots.nth(1).click();
  await expect.poll(loses, { timeout: 20_000 }).toBeLessThan(lost);

  // The lettering is given a cap, and loses no more.
  await filled(page, 'Most that Title may lose, percent', '2');
  await expect(dials(page)).toContainText(/wear reduced by|Title.*[01]\.\d %/);

  // Thinned where it was painted with a sponge, nowhere else.
  await page.keyboard.press('Control+0');
  await dials(page).getByRole('button', { name: 'Thin it with a brush' }).click();
  await dials(page).getByRole('radio', { name: 'sponge' }).click();
  await filled(page, 'Size', '30');
  const unthinned = await print(page);
  const [fromX, fromY] = await onScreen(page, 10, 20);
  const [toX, toY] = await onScreen(page, 50, 24);
  await page.mouse.move(fromX, fromY);
  await page.mouse.down();
  await page.mouse.move(toX, toY, { steps: 12 });
  await page.mouse.up();
  await expect(dials(page)).toContainText('1 stroke so far');
  await page.keyboard.press('Control+1');
  const thinned = await alphas(page);
  expect(await print(page)).not.toBe(unthinned);
  expect(share(thinned)).toBeGreaterThan(share(worn));
  const { png } = await sentOut(page);
  for (const tile of await shownTrueTiles(page)) expect(differences(tile, png)).toBe(0);
});

test('a ground is picked away by its colour, and comes back when the sample is taken away', async ({ page }) => {
  const sha256 = await picture(
    page,
    'disc.png',
    '<svg xmlns="http://www.w3.org/2000/svg" width="240" height="320"><rect width="240" height="320" fill="#3f78b5"/><circle cx="120" cy="160" r="70" fill="#d8b070"/></svg>',
  );
  await laidOut(
    page,
    small(freshPass('disc', 'Disc', { kind: 'picture', picture: { sha256 } }, { ...wholeSheet(SIZE), beyond: 'nothing' })),
  );
  await page.locator('uv-ticket [data-moment="disc/"]').click();
  await dials(page).getByRole('button', { name: 'Add to: Where it shows' }).click();
  await page.getByRole('menuitem', { name: 'Pick by colour' }).click();
  await dials(page).locator('uv-toggle-field', { hasText: 'Inverted' }).getByRole('checkbox').click();
  await page.waitForTimeout(400);
  await page.mouse.click(...(await onScreen(page, 8, 8)));
  await expect(dials(page).locator('.sample')).toHaveCount(1);
  await expect(dials(page).locator('.sample')).toHaveAccessibleDescription(/#3f78b5/);
  await page.keyboard.press('Control+1');
  const plane = await alphas(page);
  expect([at(plane, 4, 4), at(plane, 30, 40), at(plane, 55, 75)]).toEqual([0, 255, 0]);
  await dials(page).locator('.sample').click();
  expect(share(await alphas(page))).toBeGreaterThan(0.999);
});

test('a cloud is cut out with its soft edge, without a fringe of the sky', async ({ page }) => {
  const sha256 = await picture(
    page,
    'cloud.png',
    `<svg xmlns="http://www.w3.org/2000/svg" width="480" height="640"><defs><radialGradient id="g"><stop offset="0.55" stop-color="#f4f2ee"/><stop offset="0.95" stop-color="#f4f2ee" stop-opacity="0"/></radialGradient></defs><rect width="480" height="640" fill="#2b5f9e"/><ellipse cx="240" cy="320" rx="170" ry="150" fill="url(#g)"/></svg>`,
  );
  await laidOut(
    page,
    small(freshPass('cloud', 'Cloud', { kind: 'picture', picture: { sha256 } }, { ...wholeSheet(SIZE), beyond: 'nothing' })),
  );
  await page.locator('uv-ticket [data-moment="cloud/"]').click();
  await dials(page).getByRole('button', { name: 'Add to: Where it shows' }).click();
  await page.getByRole('menuitem', { name: 'Cut-out' }).click();
  await dials(page).getByRole('button', { name: 'ellipse' }).click();
  const [x0, y0] = await onScreen(page, 14, 26);
  const [x1, y1] = await onScreen(page, 46, 54);
  await page.mouse.move(x0, y0);
  await page.mouse.down();
  await page.mouse.move(x1, y1, { steps: 6 });
  await page.mouse.up();
  await page.keyboard.press('Control+1');
  const hard = await alphas(page);
  expect([at(hard, 30, 40), at(hard, 5, 5)]).toEqual([255, 0]);
  await filled(page, 'Find soft edges within', '16');
  await isTrue(page);
  const soft = await alphas(page);
  const half = (plane: Uint8Array): number => plane.filter((v) => v > 30 && v < 225).length;
  expect(half(soft)).toBeGreaterThan(3 * half(hard));
  expect(at(soft, 30, 40)).toBeGreaterThan(250);
  // Half-covered places print in the cloud's own colour.
  let [blue, count] = [0, 0];
  for (const { bytes } of await shownTrueTiles(page)) {
    const data = Buffer.from(bytes, 'base64');
    for (let i = 0; i < data.length; i += 4) {
      if ((data[i + 3] as number) < 90 || (data[i + 3] as number) > 170) continue;
      blue += (data[i + 2] as number) - (data[i] as number);
      count++;
    }
  }
  expect(count).toBeGreaterThan(50);
  expect(blue / count).toBeLessThan(30);
});

import { expect, test, type Page } from '@playwright/test';
import { boxAt, freshPass, freshSource, freshStep, placed, type Pass, type Sheet } from '@uvrant/core';
import { added, isTrue, laidOut, line, print, printedAt, recordWorkers, sentOut } from './support';

/** 60 × 80 mm at 200 ppi: 472 × 630 pixels. */
const small = (passes: readonly Pass[], edges: Sheet['edges'] = 'smooth'): Sheet => ({
  format: 'uvrant-sheet',
  version: 2,
  name: 'Small',
  size: { width: 60, height: 80 },
  ppi: 200,
  edges,
  stock: { name: 'News', colour: '#e9e2d2' },
  inks: [{ id: 'soot', name: 'Soot', colour: '#1e1c1e' }],
  passes: [...passes],
});

const letters = (text: string, steps: Pass['steps'] = []): Pass =>
  freshPass(
    'title',
    'title',
    freshSource('type', { text, lines: 'fit', size: 20, font: { family: 'anton' }, colour: { srgb: '#c02020' } }),
    boxAt(30, 35, 50, 24),
    { steps },
  );

const stepLine = (page: Page, name: RegExp) => page.locator('uv-ticket .step', { hasText: name });

/** Drags a place of the step in hand on the table. */
const dragged = async (page: Page, dial: string, dx: number, dy: number): Promise<void> => {
  const { x, y, width, height } = (await page.locator(`uv-points [data-dial="${dial}"]`).boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.mouse.move(x + width / 2 + dx / 2, y + height / 2 + dy / 2, { steps: 3 });
  await page.mouse.move(x + width / 2 + dx, y + height / 2 + dy, { steps: 3 });
  await page.mouse.up();
};

test.beforeEach(async ({ page }) => {
  page.on('pageerror', (error) => {
    throw error;
  });
  await recordWorkers(page);
});

test('dots are bent by a stroke on the table, the stroke is turned down and taken away, and undo brings each back bit for bit', async ({
  page,
}) => {
  const ramp = freshSource('ramp', {
    angle: 90,
    stops: [
      { at: 0, colour: { srgb: '#202020' }, strength: 1 },
      { at: 1, colour: { srgb: '#d0d0d0' }, strength: 1 },
    ],
  });
  const steps = [freshStep('grey-response'), freshStep('screen', { lpi: 14 })];
  await laidOut(page, small([freshPass('art', 'art', ramp, boxAt(30, 40, 60, 80), { steps })]));
  const before = await print(page);
  await stepLine(page, /^Grey response/).click();
  await added(page, 'smudge', /^Bend/);
  expect(await print(page)).toBe(before);

  const bed = (await page.getByRole('application', { name: /^Draw on the sheet/ }).boundingBox())!;
  const at = (u: number, v: number): readonly [number, number] => [bed.x + u * bed.width, bed.y + v * bed.height];
  await page.mouse.move(...at(0.42, 0.5));
  await page.mouse.down();
  await page.mouse.move(...at(0.5, 0.42), { steps: 6 });
  await page.mouse.move(...at(0.58, 0.5), { steps: 6 });
  await page.mouse.up();
  await expect(stepLine(page, /^Bend/)).toContainText('1 stroke');
  const bent = await print(page);
  expect(bent).not.toBe(before);

  const strength = page.getByRole('textbox', { name: 'Strength of stroke 1' });
  await strength.fill('20');
  await strength.press('Enter');
  const less = await print(page);
  expect([before, bent]).not.toContain(less);
  await page.getByRole('button', { name: 'Remove stroke 1' }).click();
  expect(await print(page)).toBe(before);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(less);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(bent);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(before);
});

test('lettering flows over a map that is moved on the table, live, and one drag is one undo', async ({ page }) => {
  await laidOut(page, small([letters('TIDE')]));
  const before = await print(page);
  await line(page, 'title').click();
  await added(page, 'ripple', /^Displace/);
  const displaced = await print(page);
  expect(displaced).not.toBe(before);
  await dragged(page, 'middle', 60, 30);
  const moved = await print(page);
  expect(moved).not.toBe(displaced);
  await dragged(page, 'arrow', 40, -20);
  expect(await print(page)).not.toBe(moved);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(moved);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(displaced);
});

test('metal is lit by its lamp, which is placed on the table', async ({ page }) => {
  await laidOut(page, small([letters('II', [freshStep('metal', { width: 2, lamp: { x: 2, y: 35 }, polish: 0, grain: 0 })])]));
  await stepLine(page, /^Metal/).click();
  await page.keyboard.press('Control+1');
  const lit = await print(page);
  await dragged(page, 'lamp', 300, 0);
  expect(await print(page)).not.toBe(lit);
  await expect(page.getByRole('textbox', { name: 'Lamp, from the left' })).not.toHaveValue('2');
});

test('halo, metal and cast shadow go out in a screened sheet with nothing half-transparent, as they are shown', async ({ page }) => {
  const steps = [freshStep('metal', { width: 1.5 }), freshStep('halo', { reach: 6 }), freshStep('cast', { blur: 1.5 })];
  await laidOut(page, small([letters('MOON', steps)], 'screened'));
  await page.keyboard.press('Control+1');
  await isTrue(page);
  const { png } = await sentOut(page);
  const alphas = new Set<number>();
  for (let i = 3; i < png.data.length; i += 4) alphas.add(png.data[i] as number);
  expect(alphas).toEqual(new Set([0, 255]));
  for (const [x, y] of [
    [236, 210],
    [60, 180],
    [236, 300],
    [5, 5],
  ] as const) {
    expect(await printedAt(page, x, y)).toBe(png.data.subarray(4 * (y * png.width + x), 4 * (y * png.width + x) + 4).toString('hex'));
  }
});

test('process screens show what each ink prints, and a screen that beats with another says at what angle it would not', async ({
  page,
}) => {
  const { request } = page.context();
  const [job] = (await (await request.get('/api/jobs')).json()) as { id: string }[];
  const assets = (await (await request.get(`/api/jobs/${job?.id}`)).json()) as {
    assets?: { sha256: string; name: string; width: number; height: number }[];
  };
  const dome = assets.assets?.find(({ name }) => name.startsWith('dome'));
  test.skip(!dome, 'the job lists its pictures elsewhere');
  if (!dome) return;
  const size = { width: 60, height: 80 };
  const art = (id: string, steps: Pass['steps']): Pass =>
    freshPass(id, id, { kind: 'picture', picture: { sha256: dome.sha256 } }, placed(size, dome, 'fill'), {
      steps,
      lay: { mode: 'multiply', strength: 1 },
    });
  await laidOut(
    page,
    small([
      art('first', [freshStep('process-screen', { lpi: 20, inks: '3' })]),
      art('second', [freshStep('grey-response'), freshStep('screen', { lpi: 21, angle: 15 })]),
    ]),
  );
  await stepLine(page, /^Process screens/).click();
  const shares = page.locator('uv-plates-extra dd');
  await expect(shares).toHaveCount(4);
  await expect(shares.first()).toContainText('%', { timeout: 30_000 });
  await stepLine(page, /^Screen/).click();
  await expect(page.locator('uv-screen-extra .uv-warn').filter({ hasText: 'moiré' })).toContainText(/beats every \d+ mm.*it would not/);
});

test('glints are put where the sheet is clicked, moved and taken away, and undo brings them back', async ({ page }) => {
  const dark = freshSource('flat', { colour: { srgb: '#303030' } });
  const place = boxAt(30, 40, 60, 80);
  await laidOut(page, small([freshPass('art', 'art', dark, place, { steps: [freshStep('glints', { where: 'places', size: 6 })] })]));
  await stepLine(page, /^Glints/).click();
  const middle = await print(page);
  const field = page.getByRole('application', { name: /^Click on the sheet/ });
  const bed = (await field.boundingBox())!;
  const at = (u: number, v: number): readonly [number, number] => [bed.x + u * bed.width, bed.y + v * bed.height];
  await page.mouse.click(...at(0.45, 0.4));
  const one = await print(page);
  expect(one).not.toBe(middle);
  await page.mouse.click(...at(0.55, 0.6));
  const two = await print(page);
  await expect(page.getByRole('textbox', { name: /^Place 2, from the/ })).toHaveCount(2);
  await page.mouse.move(...at(0.55, 0.6));
  await page.mouse.down();
  await page.mouse.move(...at(0.52, 0.55), { steps: 4 });
  await page.mouse.up();
  const moved = await print(page);
  expect([middle, one, two]).not.toContain(moved);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(two);
  // A click on one takes it away.
  await page.mouse.click(...at(0.55, 0.6));
  expect(await print(page)).toBe(one);
});

test('lines follow one that is drawn on the table', async ({ page }) => {
  const grey = freshSource('flat', { colour: { srgb: '#808080' } });
  const steps = [freshStep('grey-response'), freshStep('round-screen', { shape: 'along a line', lpi: 10 })];
  await laidOut(page, small([freshPass('art', 'art', grey, boxAt(30, 40, 60, 80), { steps })]));
  await stepLine(page, /^Round screen/).click();
  const straight = await print(page);
  const bed = (await page.getByRole('application', { name: /^Draw a line/ }).boundingBox())!;
  const at = (u: number, v: number): readonly [number, number] => [bed.x + u * bed.width, bed.y + v * bed.height];
  await page.mouse.move(...at(0.42, 0.4));
  await page.mouse.down();
  await page.mouse.move(...at(0.5, 0.55), { steps: 8 });
  await page.mouse.move(...at(0.58, 0.42), { steps: 8 });
  await page.mouse.up();
  expect(await print(page)).not.toBe(straight);
  await page.locator('uv-dials').getByRole('button', { name: 'Remove', exact: true }).last().click();
  expect(await print(page)).toBe(straight);
  await page.keyboard.press('Control+z');
  expect(await print(page)).not.toBe(straight);
});

test('lettering is put into perspective by its corners; corners that cross are told, and undo brings it back', async ({ page }) => {
  await laidOut(page, small([letters('FLOOR', [freshStep('stretch', { shape: 'four corners' })])]));
  await stepLine(page, /^Stretch/).click();
  const flat = await print(page);
  await dragged(page, 'topLeft', 30, 0);
  const pressed = await print(page);
  expect(pressed).not.toBe(flat);
  await dragged(page, 'topLeft', 400, 200);
  await expect(page.locator('uv-dials .uv-warn')).toContainText('The corners cross');
  expect(await print(page)).toBe(flat);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(pressed);
  await page.keyboard.press('Control+z');
  expect(await print(page)).toBe(flat);
});

test('a displacement says up to what strength its letters hold, and is eased to it', async ({ page }) => {
  await laidOut(page, small([letters('TIDE', [freshStep('displace', { arrow: { x: 30, y: 20 }, size: 0.4, soft: 1 })])]));
  await stepLine(page, /^Displace/).click();
  const warning = page.locator('uv-dials .uv-warn');
  await expect(warning).toContainText('folds over itself');
  const torn = await print(page);
  await warning.getByRole('button', { name: 'Ease it to what holds' }).click();
  await expect(warning).toHaveCount(0);
  await expect(page.locator('uv-displace-extra')).toContainText(/1\d\d % of this/);
  expect(await print(page)).not.toBe(torn);
});

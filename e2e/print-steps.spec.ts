import { expect, test } from '@playwright/test';
import { added, addedFlat, emptySheet, filled, isTrue, laidBy, recordWorkers, sentOut } from './support';

test.beforeEach(async ({ page }) => {
  page.on('pageerror', (error) => {
    throw error;
  });
  await recordWorkers(page);
});

/** Shares of a file's pixels by how light they are: under a quarter, over three quarters. */
const shares = ({ data }: { readonly data: Uint8Array }): { readonly dark: number; readonly light: number } => {
  let [dark, light] = [0, 0];
  for (let i = 0; i < data.length; i += 4) {
    const grey = 0.2126 * (data[i] as number) + 0.7152 * (data[i + 1] as number) + 0.0722 * (data[i + 2] as number);
    if (grey < 64) dark++;
    else if (grey > 191) light++;
  }
  return { dark: (4 * dark) / data.length, light: (4 * light) / data.length };
};

test('a drawn page is built from an empty sheet: sharpened brutally, in fine lines, hardened, with relief and a caption', async ({
  page,
}) => {
  test.setTimeout(180_000);
  await emptySheet(page);
  await addedFlat(page, '#ece6d8');
  await added(page, 'dome', /^dome-dusk/);
  await laidBy(page, /^normal/);
  await filled(page, 'Strength', '100');
  await added(page, 'grey', /^Grey response/);
  await added(page, 'brutal', /^Sharpen/);
  await filled(page, 'Overshoot', '400');
  await filled(page, 'Halo', '4');
  await added(page, 'poster contrast', /^Contrast/);
  // The shares of white, grey and black stand beside its dials, before and after.
  await expect(page.locator('uv-tones-extra')).toContainText('Black', { timeout: 20_000 });
  await added(page, 'halftone', /^Screen/);
  await page.locator('uv-dials').getByRole('radio', { name: 'line', exact: true }).click();
  await added(page, 'drawn', /^Harden/);
  await filled(page, 'Rounded over', '0.5');
  await added(page, 'treats everything', /^Overall/);
  await added(page, 'lit from the side', /^Relief/);
  await filled(page, 'Depth', '20');
  await added(page, 'headline', /^Stacked lettering/);
  await page.locator('uv-text-field textarea').fill('Meanwhile,\nabove Marl Fold');
  await expect(page.locator('uv-ticket .step')).toHaveCount(6);
  await isTrue(page);
  const { png } = await sentOut(page);
  // Ink and paper with little between them.
  const { dark, light } = shares(png);
  expect(dark).toBeGreaterThan(0.25);
  expect(light).toBeGreaterThan(0.15);
  expect(dark + light).toBeGreaterThan(0.75);
});

test('an aged photograph is built from an empty sheet: local contrast, a glow, a tint, faded by the years', async ({ page }) => {
  test.setTimeout(180_000);
  await emptySheet(page);
  await added(page, 'dome', /^dome-dusk/);
  await added(page, 'structure', /^Local contrast/);
  await filled(page, 'Strength', '45');
  await added(page, 'bloom', /^Lit highlights/);
  await filled(page, 'Glow', '60');
  await added(page, 'matte', /^Faded blacks/);
  await filled(page, 'Blacks', '20');
  await added(page, 'sepia', /^Split tint/);
  await added(page, 'dye', /^Fade/);
  await filled(page, 'Years', '60');
  await isTrue(page);
  const { png } = await sentOut(page);
  // No black is left, the picture is warm, and it is still in one piece: undone, its blue sky comes back.
  expect(shares(png).dark).toBeLessThan(0.02);
  const mean = (c: number, of: { readonly data: Uint8Array }): number => {
    let sum = 0;
    for (let i = c; i < of.data.length; i += 4) sum += of.data[i] as number;
    return (4 * sum) / of.data.length;
  };
  expect(mean(0, png)).toBeGreaterThan(mean(2, png) + 20);
  for (const name of [/^Fade60 years/, /^Split tint/]) {
    await page.locator('uv-ticket .step', { hasText: name }).click();
    await page.getByRole('button', { name: 'Remove', exact: true }).click();
  }
  await isTrue(page);
  const { png: plain } = await sentOut(page);
  expect(mean(0, plain)).toBeLessThan(mean(0, png));
});

/**
 * One picture of each main view, from the demo, into docs/screenshots: `npm run screenshots -- [name …]`. The contact sheets (screens,
 * steps, surfaces) are made by `npm run contact-sheets`. Nothing else should be running: views wait for the true print.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';

const PORT = 4969;
const BASE = `http://127.0.0.1:${PORT}`;
const LONGEST_MS = 120_000;

interface Shot {
  readonly name: string;
  /** The sheet on the bench; without one the job's page is open. */
  readonly sheet?: string;
  readonly isDark?: boolean;
  readonly take: (page: Page) => Promise<void>;
}

const line = (page: Page, moment: string) => page.locator(`uv-ticket [data-moment="${moment}"]`).click();
const isTrue = (page: Page): Promise<unknown> =>
  page.waitForFunction(() => document.querySelector('uv-slug .state')?.textContent?.trim() === 'true', null, { timeout: LONGEST_MS });
/** The first step of a title that is on. */
const step = (page: Page, title: string) => page.locator('uv-ticket .step:not(.off) .line').filter({ hasText: title }).first().click();
const lastWear = async (page: Page): Promise<void> => {
  await page.locator('uv-ticket .attached .line').last().click();
  await page.waitForSelector('uv-wear-lettering tbody td', { timeout: LONGEST_MS });
};

const SHOTS: readonly Shot[] = [
  { name: 'bench', sheet: 'Poster', take: () => Promise.resolve() },
  {
    name: 'job',
    take: (page) => page.waitForFunction(() => !document.querySelector('canvas.blank'), null, { timeout: LONGEST_MS }).then(),
  },
  {
    name: 'wipe',
    sheet: 'Poster',
    take: async (page) => {
      await step(page, 'Levels');
      await page.keyboard.press('w');
    },
  },
  { name: 'garment', sheet: 'Shirt back', take: (page) => step(page, 'Metal') },
  { name: 'type', sheet: 'Poster', take: (page) => line(page, 'title/') },
  {
    name: 'add',
    sheet: 'Poster',
    take: async (page) => {
      await line(page, 'picture/');
      await page.keyboard.press('a');
      await page.waitForTimeout(300);
      await page.keyboard.type('photocopy');
    },
  },
  {
    name: 'lays',
    sheet: 'Poster',
    take: async (page) => {
      await line(page, 'picture/');
      await page.locator('uv-lay-mode .choose').click();
    },
  },
  {
    name: 'wear',
    sheet: 'Poster',
    take: async (page) => {
      await lastWear(page);
      await page.getByRole('button', { name: 'Find better spots' }).click();
      await page.waitForSelector('.spot', { timeout: LONGEST_MS });
    },
  },
  {
    name: 'painting',
    sheet: 'Poster',
    take: async (page) => {
      await lastWear(page);
      await page.getByRole('button', { name: 'Thin it with a brush' }).click();
      const { x, y, width, height } = (await page.locator('uv-table .bed').boundingBox())!;
      await page.mouse.move(x + width * 0.38, y + height * 0.86);
      await page.mouse.down();
      await page.mouse.move(x + width * 0.62, y + height * 0.82, { steps: 20 });
      await page.mouse.up();
    },
  },
  {
    name: 'chest',
    sheet: 'Poster',
    take: async (page) => {
      await line(page, 'picture/');
      await page.keyboard.press('c');
      await page.locator('uv-chest .face').nth(4).click();
    },
  },
  {
    name: 'scanner',
    sheet: 'Poster',
    take: async (page) => {
      await page.keyboard.press('c');
      await page.getByRole('tab', { name: 'scanner' }).click();
      await page.getByRole('img', { name: 'What lies on the glass' }).waitFor();
    },
  },
  { name: 'displace', sheet: 'Sleeve', take: (page) => step(page, 'Displace') },
  { name: 'bend', sheet: 'Portrait', take: (page) => step(page, 'Bend') },
  {
    name: 'dispatch',
    sheet: 'Poster',
    take: async (page) => {
      await page.getByRole('link', { name: 'Dispatch' }).click();
      for (const format of ['Plates', 'JPEG']) await page.getByRole('checkbox', { name: format, exact: true }).check();
      await page.getByRole('combobox', { name: 'Checked for' }).click();
      await page.getByRole('option', { name: 'screen print on fabric' }).click();
      await page.getByRole('button', { name: /^Send out \d files/ }).click();
      await page.getByRole('link', { name: 'Download' }).nth(1).waitFor({ timeout: LONGEST_MS });
      await page.locator('uv-findings dl').waitFor({ timeout: LONGEST_MS });
    },
  },
  { name: 'dark', sheet: 'Poster', isDark: true, take: lastWear },
  {
    name: 'tray',
    take: async (page) => {
      await page.getByRole('button', { name: 'Duplicate the sheet Drawn page' }).click();
      await page.waitForURL(/sheets/);
      await page.getByRole('link', { name: 'Job', exact: true }).click();
      await page.getByRole('button', { name: 'Remove the sheet Drawn page again' }).click();
      await page.goto(`${BASE}/tray`);
    },
  },
];

const data = mkdtempSync(join(tmpdir(), 'uvrant-shots-'));
const server = spawn(process.execPath, ['packages/server/dist/main.js', '--port', String(PORT), '--data', data], { stdio: 'ignore' });
const browser = await chromium.launch({ executablePath: process.env['CHROMIUM_PATH'] ?? '/usr/bin/chromium', args: ['--no-sandbox'] });
try {
  let job: { readonly id: string } | undefined;
  while (!job) {
    await new Promise((done) => setTimeout(done, 500));
    job = await fetch(`${BASE}/api/jobs`).then(
      async (answer) => ((await answer.json()) as { id: string }[])[0],
      () => undefined,
    );
  }
  const asked = process.argv.slice(2);
  for (const { name, sheet, isDark = false, take } of SHOTS) {
    if (asked.length > 0 && !asked.includes(name)) continue;
    const { sheets } = (await (await fetch(`${BASE}/api/jobs/${job.id}`)).json()) as {
      sheets: { id: string; document: { name: string } }[];
    };
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: isDark ? 'dark' : 'light' });
    const id = sheets.find(({ document }) => document.name === sheet)?.id;
    await page.goto(`${BASE}/jobs/${job.id}${id === undefined ? '' : `/sheets/${id}`}`);
    if (id !== undefined) await isTrue(page);
    await take(page);
    if (page.url().includes('/sheets/') && name !== 'add' && name !== 'lays') await isTrue(page);
    // What is read in quiet moments, such as small pictures and ink.
    await page.waitForTimeout(5000);
    await page.screenshot({ path: `docs/screenshots/${name}.png` });
    await page.close();
    console.log(name);
  }
} finally {
  await browser.close();
  server.kill('SIGTERM');
  await new Promise((done) => setTimeout(done, 1000));
  rmSync(data, { recursive: true, force: true });
}

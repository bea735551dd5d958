import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { PNG } from 'pngjs';
import type { Sheet } from '@uvrant/core';
import { startFirefox } from './bidi';
import { allSteps, askWorker, differences, recordWorkers, shownTrueTiles } from './support';

const FIREFOX = process.env['FIREFOX_PATH'] ?? '/usr/bin/firefox-esr';

// Another engine's numbers: where a Firefox is installed. The test runner cannot drive the one that Debian has by itself.
test('in Firefox every step gives the same bits as on the server, in tiles of 1, 17 and 512 px', async ({ request, baseURL }) => {
  test.skip(!existsSync(FIREFOX), `no Firefox at ${FIREFOX}`);
  const poster = JSON.parse(readFileSync(join(import.meta.dirname, '../demo/sheets/1-poster.json'), 'utf8')) as Sheet;
  const [job] = (await (await request.get('/api/jobs')).json()) as { id: string; name: string }[];
  const created = await request.post(`/api/jobs/${job?.id}/sheets`, { data: { document: allSteps(poster) } });
  const { id } = (await created.json()) as { id: string };
  const { id: out } = (await (await request.post(`/api/sheets/${id}/send-outs`, { data: { format: 'png' } })).json()) as { id: string };
  const file = async () => request.get(`/api/send-outs/${out}/file`);
  await expect.poll(async () => (await file()).status(), { timeout: 60_000 }).toBe(200);
  const png = PNG.sync.read(await (await file()).body());

  const { page, goto, close } = await startFirefox(FIREFOX);
  try {
    await recordWorkers(page);
    await goto(`${baseURL}/jobs/${job?.id}/sheets/${id}`);
    const state = () => page.evaluate(() => document.querySelector('uv-slug .state')?.textContent?.trim() ?? '');
    await expect.poll(state, { timeout: 90_000 }).toBe('true');
    expect(await page.evaluate(() => navigator.userAgent)).toContain('Firefox');
    const answers = [
      ...(await askWorker(page, 17, [
        [0, 0],
        [11, 23],
        [48, 62],
      ])),
      ...(await askWorker(page, 1, [
        [0, 0],
        [413, 700],
        [826, 1062],
      ])),
    ];
    expect(answers.map((tile) => differences(tile, png))).toEqual(answers.map(() => 0));
    await page.evaluate(() => {
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key: '1', code: 'Digit1', ctrlKey: true, bubbles: true }));
    });
    await expect.poll(async () => (await shownTrueTiles(page)).length, { timeout: 60_000 }).toBeGreaterThan(1);
    const shown = await shownTrueTiles(page);
    expect(shown.map((tile) => differences(tile, png))).toEqual(shown.map(() => 0));
  } finally {
    await close();
  }
});

import { test, type Page } from '@playwright/test';
import { tenPasses, tenSteps } from '../tools/bench/sheets';
import { isTrue, laidOut } from './support';

interface Done {
  readonly kind: string;
  readonly quality: string;
  readonly halvings: number;
  readonly ms: number;
  readonly stretch: number;
}

/** Notes what the workers' tasks took, and tasks of the page's own thread over 50 ms. */
const watch = (page: Page) =>
  page.addInitScript(() => {
    const notes = { done: [] as Done[], long: [] as number[] };
    Object.assign(window, { notes });
    new PerformanceObserver((list) => notes.long.push(...list.getEntries().map((entry) => entry.duration))).observe({ type: 'longtask' });
    const Original = window.Worker;
    window.Worker = class extends Original {
      private readonly asked = new Map<number, Omit<Done, 'ms' | 'stretch'>>();
      constructor(url: string | URL, options?: WorkerOptions) {
        super(url, options);
        this.addEventListener('message', ({ data }: MessageEvent<{ type: string; id: number; ms: number; stretch: number }>) => {
          const task = this.asked.get(data.id);
          if (data.type === 'done' && task) notes.done.push({ ...task, ms: data.ms, stretch: data.stretch });
        });
      }
      override postMessage(message: { type: string; id: number; task: Done }): void {
        if (message.type === 'task') this.asked.set(message.id, message.task);
        super.postMessage(message);
      }
    };
  });

const notes = (page: Page): Promise<{ done: Done[]; long: number[] }> =>
  page.evaluate(() => (window as unknown as { notes: { done: Done[]; long: number[] } }).notes);
const clear = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const { notes } = window as unknown as { notes: { done: Done[]; long: number[] } };
    notes.done.length = 0;
    notes.long.length = 0;
    performance.clearMeasures();
  });

/** What the page itself measured since it was cleared, ms, least first. */
const measured = (page: Page, quality: 'rough' | 'draft' | 'true'): Promise<number[]> =>
  page.evaluate(
    (name) =>
      performance
        .getEntriesByName(name, 'measure')
        .map(({ duration }) => duration)
        .sort((a, b) => a - b),
    `uvrant:${quality}`,
  );

const sum = (done: readonly Done[]): number => done.reduce((total, { ms }) => total + ms, 0);
const print = (row: string, figure: string, bound: string): void => console.log(`${row.padEnd(60)} ${figure.padStart(34)}  ${bound}`);
const spread = (times: readonly number[]): string =>
  times.length === 0 ? 'none' : `median ${times[times.length >> 1]?.toFixed(0)} ms, worst ${times.at(-1)?.toFixed(0)} ms (${times.length})`;

/** A machine that does other things too may take long to print a whole sheet true, ms. */
const SLOW = 180_000;

/** The page's measures over keys on a dial, each after the table is true again or a while. */
const keyed = async (page: Page, line: RegExp, dial: string, keys: number): Promise<string> => {
  await page.locator('uv-ticket').getByRole('button', { name: line }).first().click();
  await isTrue(page, SLOW);
  await page.getByRole('slider', { name: dial, exact: true }).first().focus();
  await clear(page);
  for (let n = 0; n < keys; n++) {
    await page.keyboard.press(n % 2 ? 'ArrowLeft' : 'ArrowRight');
    await page.waitForTimeout(700);
  }
  return spread(await measured(page, 'draft'));
};

test('the bench in Chromium', async ({ page }) => {
  test.setTimeout(900_000);
  await watch(page);
  await page.goto('/');
  await isTrue(page, SLOW);
  const { done } = await notes(page);
  console.log('');
  console.log('The bench with the demo poster (7 passes, 5 steps) at 1280 × 800 in Chromium');
  const ofQuality = (from: readonly Done[], quality: string): string =>
    `${sum(from.filter((each) => each.quality === quality)).toFixed(0)} ms`;
  print('at fit, worker time: draft, nothing at hand', ofQuality(done, 'draft'), 'at most 200 ms');
  print('at fit, worker time: draft made finer', ofQuality(done, 'fine'), '');
  print('at fit, from opening to painted true', spread(await measured(page, 'true')), 'at most 4.5 s');
  print('longest stretch of a task without a yield', `${Math.max(...done.map(({ stretch }) => stretch)).toFixed(0)} ms`, 'at most 8 ms');

  const bound = 'at most 50 ms, 100 worst';
  print('key to painted draft: spread', await keyed(page, /^Ink spread/, 'Spread', 9), bound);
  print('key to painted draft: levels, output white', await keyed(page, /^Levels/, 'Output white', 9), bound);
  print('key to painted draft: warmth', await keyed(page, /^Warmth/, 'Shift', 9), bound);
  const dialling = await notes(page);

  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /^Wear: Starved roller|^Starved roller/ })
    .first()
    .click();
  await isTrue(page, SLOW);
  const bed = (await page.locator('.bed').boundingBox()) as { x: number; y: number; width: number; height: number };
  const [x, y] = [bed.x + bed.width / 2, bed.y + bed.height / 2];
  await clear(page);
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let step = 1; step <= 60; step++) {
    await page.mouse.move(x + step, y + step / 2);
    await page.waitForTimeout(40);
  }
  await page.mouse.up();
  print('a wear dragged: change to painted draft', spread(await measured(page, 'draft')), bound);
  const dragged = await notes(page);
  const late = [...dialling.long, ...dragged.long];
  print(
    'page’s thread in all that',
    `${late.length} tasks over 50 ms${late.length > 0 ? `, longest ${Math.max(...late).toFixed(0)} ms` : ''}`,
    'none',
  );
  const stretches = [...dialling.done, ...dragged.done].map(({ stretch }) => stretch);
  print('longest stretch of a task in all that', `${Math.max(0, ...stretches).toFixed(0)} ms`, 'at most 8 ms');
  await page.keyboard.press('Control+z');
  await isTrue(page, SLOW);

  await clear(page);
  await page.locator('.bed').focus();
  await page.keyboard.press('Control+1');
  await page.waitForFunction(() => document.querySelector('uv-slug')?.textContent?.includes('1 : 1'));
  await isTrue(page);
  const near = await notes(page);
  const nearTiles = near.done.filter((each) => each.quality === 'true' && each.halvings === 0);
  print('a 1 : 1 view, true, worker time', `${sum(nearTiles).toFixed(0)} ms`, 'at most 200 ms');
  await page.keyboard.press('Control+0');

  await laidOut(page, tenPasses(), SLOW);
  await clear(page);
  await page.reload();
  await isTrue(page, SLOW);
  const ten = await notes(page);
  print('ten passes at fit, worker time: draft, nothing at hand', ofQuality(ten.done, 'draft'), '');
  print('ten passes at fit, from opening to painted true', spread(await measured(page, 'true')), '');
  print('ten passes, key to painted draft: warmth', await keyed(page, /^Warmth/, 'Shift', 9), bound);
  print('ten passes, key to painted draft: levels', await keyed(page, /^Levels/, 'Output white', 9), bound);

  await laidOut(page, tenSteps(), SLOW);
  await page
    .locator('uv-ticket')
    .getByRole('button', { name: /^Grey response/ })
    .first()
    .click();
  await isTrue(page, SLOW);
  await page.getByRole('slider', { name: 'Red', exact: true }).first().focus();
  await page.waitForTimeout(700);
  await clear(page);
  for (let n = 0; n < 13; n++) {
    await page.keyboard.press('ArrowRight');
    await page.waitForTimeout(900);
  }
  print('ten heavy steps, first dial: key to painted rough draft', spread(await measured(page, 'rough')), 'at most 100 ms');
  print('ten heavy steps, first dial: key to painted draft', spread(await measured(page, 'draft')), '');

  const [job] = (await (await page.request.get('/api/jobs')).json()) as { id: string }[];
  const { sheets } = (await (await page.request.get(`/api/jobs/${job?.id}`)).json()) as {
    sheets: { id: string; document: { name: string } }[];
  };
  const bounds: Readonly<Record<string, string>> = { Poster: 'at most 4.5 s', 'Shirt back': 'at most 2.2 s', 'Found print': 'at most 3 s' };
  for (const { id, document } of sheets.filter(({ document: { name } }) => name in bounds)) {
    await page.goto(`/jobs/${job?.id}/sheets/${id}`);
    await isTrue(page, SLOW);
    const opened = await notes(page);
    print(`“${document.name}” at fit, worker time: draft`, ofQuality(opened.done, 'draft'), '');
    print(`“${document.name}” at fit, from opening to painted true`, spread(await measured(page, 'true')), bounds[document.name] ?? '');
  }
});

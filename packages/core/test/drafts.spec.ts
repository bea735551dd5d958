import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createKernels } from '@uvrant/kernels';
import {
  addedSums,
  ByteCache,
  compile,
  draftScale,
  finish,
  Pool,
  renderReduced,
  rgbOfHex,
  trueScale,
  wearSums,
  wholeWearSums,
  type Pass,
  type Sheet,
  type Step,
  type SourceInfo,
  type ToneStatistics,
  type TypePort,
  type WearSums,
  type Work,
} from '../src';
import { TileFiles } from '../../server/src/render/tile-files';
import { DEMO_SHEETS, demoPyramids, demoSheet } from './support/demo';
import { shaperOfAll } from './support/fonts';

const root = join(__dirname, '../../..');
let type: TypePort;
/** A draft at fit in a window of usual size. */
const HALVINGS = 3;
const folder = mkdtempSync(join(tmpdir(), 'uvrant-drafts-'));
let infos: SourceInfo[] = [];

beforeAll(async () => {
  type = await shaperOfAll();
  infos = demoPyramids(root, folder);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const infoOf = (sha256: string): SourceInfo | undefined => infos.find((info) => info.sha256 === sha256);

const freshWork = (): Work => ({
  kernels: createKernels(),
  tile: new TileFiles(infoOf, (sha256) => join(folder, sha256)).tile,
  rasters: new Pool(1e8),
  statistics: new ByteCache<ToneStatistics>(1e6),
  type,
});

/** RGBA8 laid on the stock: red, green and blue in turn. */
const onStock = (bytes: Uint8Array, stock: string): Float32Array => {
  const colour = rgbOfHex(stock).map((v) => (v * 255) / 16384);
  return Float32Array.from({ length: (bytes.length / 4) * 3 }, (_, i) => {
    const [pixel, c] = [Math.floor(i / 3), i % 3];
    const alpha = (bytes[4 * pixel + 3] as number) / 255;
    return (bytes[4 * pixel + c] as number) * alpha + (colour[c] as number) * (1 - alpha);
  });
};

const WORN = DEMO_SHEETS.filter((name) => demoSheet(root, name).passes.some(({ wear }) => wear.length > 0));

test('three of the demo’s sheets are worn', () => expect(WORN.length).toBe(3));

describe.each(WORN)('the draft of %s', (name) => {
  const sheet = demoSheet(root, name);
  // Soft light is a screen's dots, too, where edges are screened.
  const becomesDots = ({ kind }: Step): boolean =>
    kind === 'screen' || (sheet.edges === 'screened' && (kind === 'halo' || kind === 'cast'));
  const isScreened = (pass: Pass): boolean => pass.steps.some(becomesDots);
  // Screens drawn at a draft's pixels have an error of their own: what is asked here is what wear does.
  const unscreened: Sheet = { ...sheet, passes: sheet.passes.map((pass) => ({ ...pass, on: pass.on && !isScreened(pass) })) };

  test('shows each wear within 1 % of the ink that the print loses to it, and at most 3 % of pixels off by more than 24/255', () => {
    const work = freshWork();
    const print = compile(unscreened, trueScale(sheet.size, sheet.ppi), infoOf);
    const draft = compile(unscreened, draftScale(sheet.size, sheet.ppi, HALVINGS), infoOf);
    let lost: WearSums = { wears: {}, lettering: {} };
    const printed = finish(
      renderReduced(print.root, print.region, HALVINGS, { ...work, rasters: null }, function* (block, inside) {
        lost = addedSums(lost, yield* wearSums(unscreened, print, block, inside));
      }),
    );
    const drafted = finish(renderReduced(draft.root, draft.region, 0, work));
    const shown = finish(wholeWearSums(unscreened, draft, work));
    expect(Object.keys(lost.wears).length).toBeGreaterThan(0);
    for (const [wear, { there, taken }] of Object.entries(lost.wears)) {
      const seen = shown.wears[wear] as { there: number; taken: number };
      expect(taken / there).toBeGreaterThan(0.03);
      expect(Math.abs(seen.taken / seen.there / (taken / there) - 1)).toBeLessThan(0.01);
    }
    const [one, two] = [onStock(printed, sheet.stock.colour), onStock(drafted, sheet.stock.colour)];
    expect(one.length).toBe(two.length);
    let off = 0;
    for (let i = 0; i < one.length; i += 3) {
      if ([0, 1, 2].some((c) => Math.abs((one[i + c] as number) - (two[i + c] as number)) > 24)) off++;
    }
    expect(off / (one.length / 3)).toBeLessThan(0.03);
  }, 120_000);
});

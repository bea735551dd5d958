import type * as lcmsWasm from 'lcms-wasm';
import { cmykRows, iccProfile } from '../src/render/profiles';

/** Little CMS by itself; it is an ES module. */
let lcms: Awaited<ReturnType<typeof lcmsWasm.instantiate>>;
let kinds: typeof lcmsWasm;
beforeAll(async () => {
  kinds = await import('lcms-wasm');
  lcms = await kinds.instantiate();
});

test('CMYK is what Little CMS makes of sRGB by the same two profiles, relative colorimetric', async () => {
  const count = 4096;
  const rgb = Uint8Array.from({ length: 3 * count }, (_, i) => (i * 7919 + (i >> 8) * 31) % 256);
  const [srgb, cmyk] = await Promise.all([iccProfile('srgb'), iccProfile('cmyk')]);
  const opened = (profile: Uint8Array) => lcms.cmsOpenProfileFromMem(profile, profile.byteLength);
  const intent = kinds.INTENT_RELATIVE_COLORIMETRIC;
  const transform = lcms.cmsCreateTransform(opened(srgb), kinds.TYPE_RGB_8, opened(cmyk), kinds.TYPE_CMYK_8, intent, 0);
  const theirs = lcms.cmsDoTransform(transform, rgb, count);
  const ours = await cmykRows(rgb, 64);
  expect(ours.length).toBe(4 * count);
  let [worst, sum] = [0, 0];
  ours.forEach((value, i) => {
    const off = Math.abs(value - (theirs[i] as number));
    [worst, sum] = [Math.max(worst, off), sum + off];
  });
  // The two look colours up in tables of different fineness.
  expect(worst).toBeLessThanOrEqual(6);
  expect(sum / ours.length).toBeLessThan(0.5);
});

test('white is bare paper, and each profile says what it is of', async () => {
  expect([...(await cmykRows(new Uint8Array(6).fill(255), 2))]).toEqual(new Array(8).fill(0));
  const spaceOf = async (name: 'srgb' | 'cmyk') => Buffer.from((await iccProfile(name)).subarray(16, 20)).toString('latin1');
  expect([await spaceOf('srgb'), await spaceOf('cmyk')]).toEqual(['RGB ', 'CMYK']);
});

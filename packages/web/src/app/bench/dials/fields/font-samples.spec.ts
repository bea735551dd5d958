import { pageFamily, sampleOf, showInPage } from './font-samples';

test('fonts are shown with the first words that there are, as they will be set', () => {
  expect(sampleOf('\n  Perigee hours\nOn the quay', false)).toBe('Perigee hours');
  expect(sampleOf('Perigee', true)).toBe('PERIGEE');
  expect(sampleOf(' \n', false)).toBe('Lettering');
  expect(sampleOf('a line far too long for a list of fonts', false)).toHaveLength(22);
});

test('a font is fetched once for the page, and again after it failed', async () => {
  const loaded: string[] = [];
  let fails = true;
  class Face {
    constructor(
      readonly family: string,
      readonly source: string,
    ) {}
    load(): Promise<this> {
      loaded.push(this.source);
      return fails ? Promise.reject(new Error('gone')) : Promise.resolve(this);
    }
  }
  const added: string[] = [];
  Object.assign(globalThis, { FontFace: Face });
  Object.defineProperty(document, 'fonts', { configurable: true, value: { add: (face: Face) => added.push(face.family) } });
  const font = { family: 'anton' };
  showInPage(font);
  await new Promise((resolve) => setTimeout(resolve));
  fails = false;
  showInPage(font);
  showInPage(font);
  await new Promise((resolve) => setTimeout(resolve));
  expect(loaded).toEqual(['url("/api/fonts/shipped/anton/0")', 'url("/api/fonts/shipped/anton/0")']);
  expect(added).toEqual([pageFamily(font)]);
});

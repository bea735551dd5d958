import { TestBed } from '@angular/core/testing';
import { freshPass, freshSource, wholeSheet, type Sheet } from '@uvrant/core';
import { Api } from '../api/api';
import { Engine } from '../engine/engine';
import { ASSET, keptOf, posterOf } from '../../testing/sheets';
import { SheetPreview } from './sheet-preview';

const shown = async (document: Sheet, revision: number, stored: number | null) => {
  const ask = jest.fn(() => Promise.resolve({ width: 1, height: 1, bytes: new Uint8Array(4) }));
  const keptPicture = () => Promise.resolve(stored === null ? null : { revision: stored, webp: new Blob() });
  Object.assign(URL, { createObjectURL: () => 'blob:small', revokeObjectURL: () => undefined });
  TestBed.configureTestingModule({
    providers: [
      { provide: Engine, useValue: { open: () => 1, ask } },
      { provide: Api, useValue: { keptPicture } },
    ],
  });
  const fixture = TestBed.createComponent(SheetPreview);
  for (const [name, value] of Object.entries({ sheet: document, infos: [ASSET], kept: keptOf(document, revision) }))
    fixture.componentRef.setInput(name, value);
  await fixture.whenStable();
  await new Promise((done) => setTimeout(done));
  await fixture.whenStable();
  const page = fixture.nativeElement as HTMLElement;
  return { asked: ask.mock.calls.length, image: page.querySelector('img')?.getAttribute('src') ?? null };
};

test('what was kept at this revision is shown, and nothing is rendered', async () => {
  expect(await shown(posterOf(), 4, 4)).toEqual({ asked: 0, image: 'blob:small' });
});

test('what was kept earlier, or of a sheet that prints another, is only shown until the sheet is rendered', async () => {
  expect(await shown(posterOf(), 5, 4)).toEqual({ asked: 1, image: null });
  TestBed.resetTestingModule();
  const poster = posterOf();
  const other = freshPass('o', 'o', freshSource('sheet', { sheet: { id: 's2', path: 'x.json' } }), wholeSheet(poster.size));
  expect(await shown({ ...poster, passes: [other] }, 4, 4)).toEqual({ asked: 1, image: null });
});

test('without anything kept it is rendered', async () => {
  expect(await shown(posterOf(), 4, null)).toEqual({ asked: 1, image: null });
});

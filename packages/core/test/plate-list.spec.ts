import {
  boxAt,
  freshPass,
  freshSource,
  INKS,
  isPlate,
  plateList,
  plateTitle,
  processChannel,
  UNDERBASE,
  type ColourRef,
  type Ink,
  type Pass,
} from '../src';
import { sheet } from './support/sheets';

const [SOOT, FLARE] = INKS as unknown as [Ink, Ink];
const bar = (id: string, colour: ColourRef): Pass => freshPass(id, id, freshSource('flat', { colour }), boxAt(20, 20, 10, 10));
const inked = { ...sheet([bar('soot', { ink: SOOT.id })]), inks: [SOOT, FLARE] };
const mixed = { ...inked, passes: [...inked.passes, bar('brown', { srgb: '#806040' })] };

test('there is a plate of each ink that prints, of the white beneath and of other colours where they are asked for', () => {
  expect(plateList(inked, {})).toEqual([SOOT.id]);
  expect(plateList(inked, { underbase: true, process: true })).toEqual([SOOT.id, UNDERBASE]);
  const process = ['process-cyan', 'process-magenta', 'process-yellow', 'process-black'];
  expect(plateList(mixed, { process: true })).toEqual([SOOT.id, ...process]);
  expect(plateList(mixed, {})).toEqual([SOOT.id]);
  expect(plateList({ ...mixed, inks: [] }, { process: true })).toEqual(process);
});

test('a plate has a name and, of the four, a channel; one that there is not is told', () => {
  expect(plateList(mixed, { underbase: true, process: true }).map((id) => plateTitle(mixed, id))).toEqual([
    SOOT.name,
    'white',
    'cyan',
    'magenta',
    'yellow',
    'black',
  ]);
  expect(['process-cyan', 'process-black', SOOT.id, UNDERBASE].map(processChannel)).toEqual([0, 3, null, null]);
  expect([FLARE.id, UNDERBASE, 'process-black', 'elsewhere'].map((id) => isPlate(mixed, id))).toEqual([true, true, true, false]);
  expect(isPlate(inked, 'process-black')).toBe(false);
});

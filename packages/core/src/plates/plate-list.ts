import type { Sheet } from '../sheet/model';
import { colourPart } from './colour-part';
import { UNDERBASE } from './plate-nodes';
import { printedInks } from './printed-inks';

/** The four process inks, in the order of their channels. */
export const PROCESS_PLATES = ['cyan', 'magenta', 'yellow', 'black'] as const;
const PROCESS_IDS: Readonly<Record<string, number>> = Object.fromEntries(PROCESS_PLATES.map((name, at) => [`process-${name}`, at]));

/** The channel of a process plate, 0 … 3, by its id; null for any other plate. */
export const processChannel = (plate: string): number | null => PROCESS_IDS[plate] ?? null;

/** What of a sheet is printed in the process inks: its colours that are no ink; null where there are none. */
export const processPart = (sheet: Sheet): Sheet | null => (sheet.inks.length > 0 ? colourPart(sheet) : sheet);

interface PlateWishes {
  readonly underbase?: unknown;
  readonly process?: unknown;
}

/** The plates that there is a file of: each ink that prints by its id, the white beneath, and the four of colours that are no ink. */
export const plateList = (sheet: Sheet, { underbase, process }: PlateWishes): readonly string[] => [
  ...printedInks(sheet).map(({ id }) => id),
  ...(underbase === true ? [UNDERBASE] : []),
  ...(process === true && processPart(sheet) ? Object.keys(PROCESS_IDS) : []),
];

/** True where a sheet has a plate of a name. */
export const isPlate = (sheet: Sheet, plate: string): boolean =>
  plate === UNDERBASE || sheet.inks.some(({ id }) => id === plate) || (processChannel(plate) !== null && processPart(sheet) !== null);

/** What a plate is called: its ink's name, “white”, or that of a process ink. */
export const plateTitle = (sheet: Sheet, plate: string): string => {
  const channel = processChannel(plate);
  if (channel !== null) return PROCESS_PLATES[channel] as string;
  return plate === UNDERBASE ? 'white' : (sheet.inks.find(({ id }) => id === plate)?.name ?? plate);
};

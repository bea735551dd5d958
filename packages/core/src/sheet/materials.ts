import type { Edges, Ink, Stock } from './model';

/** Stocks and inks to begin with; any other colour does as well. Names are our own. */
export const STOCKS: readonly Stock[] = [
  { name: 'News', colour: '#e9e2d2' },
  { name: 'White', colour: '#fdfdfb' },
  { name: 'Cream card', colour: '#f3e8cf' },
  { name: 'Kraft', colour: '#c8a579' },
  { name: 'Grey board', colour: '#b9b6ae' },
  { name: 'Black garment', colour: '#191819' },
  { name: 'Navy garment', colour: '#1d2740' },
];

export const INKS: readonly Ink[] = [
  { id: 'soot', name: 'Soot', colour: '#1e1c1e' },
  { id: 'flare', name: 'Flare', colour: '#e0562f' },
  { id: 'brine', name: 'Brine', colour: '#1f5f78' },
  { id: 'moss', name: 'Moss', colour: '#4b6a3a' },
  { id: 'plum', name: 'Plum', colour: '#5a2a4c' },
  { id: 'straw', name: 'Straw', colour: '#e8b93e' },
  { id: 'chalk', name: 'Chalk', colour: '#f4f1e8' },
];

/** How the sheet will be printed, and what that makes of its edges. */
export const PROCESSES: readonly { readonly name: string; readonly edges: Edges }[] = [
  { name: 'screen print', edges: 'hard' },
  { name: 'photocopy', edges: 'hard' },
  { name: 'digital print', edges: 'smooth' },
];

import type { Asset, Drawer } from '@uvrant/contract';

/** Orders that a drawer's pictures can stand in. */
export const SORTS = ['newest', 'name', 'light first', 'dark first', 'most contrast', 'largest'] as const;
export type Sort = (typeof SORTS)[number];

const ORDERS: Readonly<Record<Sort, (a: Asset, b: Asset) => number>> = {
  newest: () => 0,
  name: (a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }),
  'light first': (a, b) => (b.mean ?? 0) - (a.mean ?? 0),
  'dark first': (a, b) => (a.mean ?? 1) - (b.mean ?? 1),
  'most contrast': (a, b) => (b.spread ?? 0) - (a.spread ?? 0),
  largest: (a, b) => b.width * b.height - a.width * a.height,
};

/** What was measured of a picture, in words: its ground, how its light lies, how it is built. */
export const measuresInWords = ({ mean, spread, ppi, directional, tileable }: Asset): string => {
  const parts = [
    mean === null ? '' : mean > 0.5 ? 'light ground' : 'dark ground',
    mean === null ? '' : `mean ${Math.round(100 * mean)} %`,
    spread === null ? '' : `spread ${Math.round(100 * spread)} %`,
    ppi === null ? '' : `${ppi} ppi`,
    directional ? 'directional' : '',
    tileable ? 'tileable' : '',
  ];
  return parts.filter(Boolean).join(', ');
};

/** The pictures of a drawer in which every word of a search is found, sorted. */
export const lookedThrough = (assets: readonly Asset[], drawer: Drawer, search: string, sort: Sort): Asset[] => {
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const found = assets.filter((asset) => {
    if (asset.drawer !== drawer) return false;
    const text = `${asset.name} ${asset.tags.join(' ')} ${measuresInWords(asset)}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
  return found.sort(ORDERS[sort]);
};

/** What a dragged picture is carried as. */
export const DRAGGED = 'application/x-uvrant-picture';

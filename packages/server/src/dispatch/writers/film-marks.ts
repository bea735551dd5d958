import {
  boxAt,
  freshPass,
  freshSource,
  SHEET_FORMAT,
  SHEET_VERSION,
  type Pass,
  type Placement,
  type Sheet,
  type Size,
  type SourceKinds,
} from '@uvrant/core';
import { familyFor } from '../../fonts/shipped';

/** Room round the trim for marks and slug, mm. */
export const FILM_ROOM = 12;

const STROKE = 0.25;
const GAP = 3;
const LENGTH = 6;
const TARGET = 7;
const WORDS = 3;
const BLACK = { ink: 'black' } as const;
/** What a slug is set in: the second where the first has not all of its letters. */
const FAMILIES = ['courier-prime', 'noto-sans'] as const;

/** The font that a slug is set in. */
export const slugFamily = (slug: string): string => familyFor(FAMILIES, slug);

const flat = (id: string, placement: Placement): Pass => freshPass(id, id, freshSource('flat', { colour: BLACK }), placement);

const target = (id: string, x: number, y: number): Pass[] => {
  const ring: SourceKinds['shape'] = freshSource('shape', { form: 'ellipse', filled: false, border: STROKE, borderColour: BLACK });
  return [
    flat(`${id} across`, boxAt(x, y, TARGET, STROKE)),
    flat(`${id} down`, boxAt(x, y, STROKE, TARGET)),
    freshPass(`${id} ring`, id, ring, boxAt(x, y, 0.6 * TARGET, 0.6 * TARGET)),
  ];
};

/**
 * What is printed round a film, as a sheet larger than the film by `FILM_ROOM` on each side: trim marks at the corners, a
 * target in the middle of each side, and its slug beneath.
 */
export const filmMarks = ({ width, height }: Size, ppi: number, slug: string): Sheet => {
  const [left, top, right, bottom] = [FILM_ROOM, FILM_ROOM, FILM_ROOM + width, FILM_ROOM + height];
  const corners = [
    [left, top, -1, -1],
    [right, top, 1, -1],
    [left, bottom, -1, 1],
    [right, bottom, 1, 1],
  ] as const;
  const away = GAP + LENGTH / 2;
  const middle = FILM_ROOM / 2;
  const type = freshSource('type', { text: slug, font: { family: slugFamily(slug) }, size: WORDS, colour: BLACK });
  return {
    format: SHEET_FORMAT,
    version: SHEET_VERSION,
    name: 'Marks',
    size: { width: width + 2 * FILM_ROOM, height: height + 2 * FILM_ROOM },
    ppi,
    edges: 'hard',
    stock: { name: 'Film', colour: '#ffffff' },
    inks: [{ id: 'black', name: 'Black', colour: '#000000' }],
    passes: [
      ...corners.flatMap(([x, y, across, down], i) => [
        flat(`trim ${i} across`, boxAt(x + across * away, y, LENGTH, STROKE)),
        flat(`trim ${i} down`, boxAt(x, y + down * away, STROKE, LENGTH)),
      ]),
      ...target('top', left + width / 2, middle),
      ...target('bottom', left + width / 2, bottom + middle),
      ...target('left', middle, top + height / 2),
      ...target('right', right + middle, top + height / 2),
      // Between the corner and the target.
      freshPass('slug', 'Slug', type, boxAt(left + 2 + width / 4, bottom + middle, width / 2 - TARGET, 2 * WORDS)),
    ],
  };
};

import {
  boxAt,
  chosenLay,
  findPass,
  freshMask,
  freshPass,
  freshSource,
  inkStandingOut,
  freshStep,
  freshWear,
  insertPass,
  insertStep,
  MASKS,
  ownSize,
  placed,
  placeOf,
  rgbOfHex,
  STARTING_POINTS,
  startingSteps,
  STEPS,
  SURFACE_PIECE,
  SURFACES,
  wearsOf,
  wholeSheet,
  withPass,
  type ColourRef,
  type Lay,
  type Mask,
  type Pass,
  type PassPlace,
  type PictureMask,
  type Placement,
  type SharedWear,
  type Sheet,
  type Size,
  type Source,
  type TextureWear,
} from '@uvrant/core';
import type { Attached, Line } from '../../state/bench';
import type { Asset, KeptRamp, KeptSheet } from '@uvrant/contract';
import type { FinderItem } from '../../ui/finder';
import { earlierThan } from '../ticket/printing-order';
import { freshId } from '../ticket/ticket-edits';

/** Something that can be added to a sheet at a line of its ticket. */
export interface Addition extends FinderItem {
  /** The sheet with it, and the line that it stands on. */
  readonly add: (sheet: Sheet, at: Line) => { readonly sheet: Sheet; readonly line: Line };
  /** A picture laid over something: its lay is to be measured. */
  readonly measured?: boolean;
  /** A wear: its cut is to be solved on its texture. */
  readonly worn?: boolean;
}

const NORMAL: Lay = { mode: 'normal', strength: 1 };

const isDark = (sheet: Sheet): boolean => {
  const [r, g, b] = rgbOfHex(sheet.stock.colour);
  return 0.2126 * r + 0.7152 * g + 0.0722 * b < 8192;
};

/** The sheet's n-th ink, or its last. */
const inkOf = (sheet: Sheet, n: number): ColourRef => {
  const ink = sheet.inks[Math.min(n, sheet.inks.length - 1)];
  return ink ? { ink: ink.id } : { srgb: '#1e1c1e' };
};

/** What new lettering is printed in: the ink that stands out most on the stock. */
const standingOut = (sheet: Sheet): ColourRef => {
  const ink = inkStandingOut(sheet);
  return ink ? { ink: ink.id } : inkOf(sheet, 0);
};

const passOf = (name: string, source: Source, placement: Placement, lay: Lay = NORMAL): Pass =>
  freshPass(freshId(), name.slice(0, 120), source, placement, { lay });

/** After the chosen pass; into a chosen group that is still empty; first where the head is chosen. */
const placeFor = (sheet: Sheet, at: Line): PassPlace => {
  if (at.pass === null) return { group: null, after: null };
  const pass = findPass(sheet, at.pass);
  if (pass?.source.kind === 'group' && pass.source.passes.length === 0) return { group: pass.id, after: null };
  return { group: placeOf(sheet, at.pass)?.group ?? null, after: at.pass };
};

const ofPass =
  (make: (sheet: Sheet) => Pass): Addition['add'] =>
  (sheet, at) => {
    const pass = make(sheet);
    return { sheet: insertPass(sheet, pass, placeFor(sheet, at)), line: { pass: pass.id, step: null } };
  };

const share = ({ width, height }: Size, w: number, h: number, down = 0.5): Placement =>
  boxAt(width / 2, height * down, width * w, height * h);

const text = (id: string, title: string, note: string, words: string, add: Addition['add']): Addition => ({
  id,
  title,
  note,
  words,
  group: 'Type and boxes',
  add,
});

const TYPE: readonly Addition[] = [
  text(
    'type-stacked',
    'Stacked lettering',
    'Big tight lines, each as wide as the block.',
    'text type headline title lockup poster',
    ofPass((sheet) =>
      passOf(
        'Lettering',
        freshSource('type', {
          text: 'Big\nletters',
          upperCase: true,
          lines: 'fit box',
          leading: 0.95,
          align: 'centre',
          colour: standingOut(sheet),
          size: sheet.size.height / 12,
        }),
        share(sheet.size, 0.84, 0.34, 0.7),
      ),
    ),
  ),
  text(
    'type-knocked-out',
    'Lettering knocked out',
    'Letters that are left bare: what prints beneath them is taken away.',
    'knock out reversed white text type stencil punch',
    ofPass((sheet) =>
      passOf(
        'Lettering',
        freshSource('type', {
          text: 'Left\nbare',
          upperCase: true,
          lines: 'fit box',
          leading: 0.95,
          align: 'centre',
          size: sheet.size.height / 12,
        }),
        share(sheet.size, 0.84, 0.34, 0.7),
        { mode: 'knock-out', strength: 1 },
      ),
    ),
  ),
  text(
    'type-line',
    'A line of type',
    'One line as it is set.',
    'text type headline caption letters',
    ofPass((sheet) =>
      passOf(
        'Type',
        freshSource('type', { text: 'A line of type', colour: standingOut(sheet), size: sheet.size.height / 20, align: 'centre' }),
        share(sheet.size, 0.84, 0.05),
      ),
    ),
  ),
  text(
    'type-small',
    'Small set text',
    'Dates and places, typewritten.',
    'text type caption dates small credits',
    ofPass((sheet) =>
      passOf(
        'Small text',
        freshSource('type', {
          text: 'Friday the 20th\nDoors at eight',
          font: { family: 'courier-prime' },
          size: sheet.size.height / 48,
          leading: 1.2,
          colour: standingOut(sheet),
        }),
        share(sheet.size, 0.5, 0.06, 0.92),
      ),
    ),
  ),
  text(
    'type-curved',
    'Curved lettering',
    'One line along an arc; the step Stretch into shape bends it.',
    'text type arc arch curve round rainbow badge circle headline',
    ofPass((sheet) => {
      const set = freshSource('type', {
        text: 'Curved line',
        upperCase: true,
        lines: 'fit box',
        align: 'centre',
        colour: standingOut(sheet),
        size: sheet.size.height / 12,
      });
      const arc = freshStep('stretch', { shape: 'arc', by: 0.4 }, freshId());
      return { ...passOf('Lettering', set, share(sheet.size, 0.7, 0.12)), steps: [arc] };
    }),
  ),
  text(
    'type-paragraph',
    'A paragraph',
    'Small text that breaks its lines by itself.',
    'text type wrap body copy column credits lines break caption',
    ofPass((sheet) =>
      passOf(
        'Paragraph',
        freshSource('type', {
          text: 'Words for the foot of a poster, which go on to the next line where this one ends.',
          lines: 'wrap',
          font: { family: 'courier-prime' },
          size: sheet.size.height / 56,
          leading: 1.25,
          colour: standingOut(sheet),
        }),
        share(sheet.size, 0.5, 0.1, 0.88),
      ),
    ),
  ),
  text(
    'caption-box',
    'Caption box',
    'A box with an inside border and type in it, as one group.',
    'text frame label border shape group badge',
    ofPass((sheet) => {
      const { width, height } = sheet.size;
      const box = boxAt(width / 2, height * 0.88, width * 0.5, height * 0.09);
      const shape = passOf(
        'Box',
        freshSource('shape', { colour: { srgb: sheet.stock.colour }, border: height * 0.0045, borderColour: standingOut(sheet) }),
        box,
      );
      const set = freshSource('type', {
        text: 'CAPTION',
        lines: 'fit box',
        align: 'centre',
        colour: standingOut(sheet),
        size: height / 30,
        font: { family: 'archivo-black' },
      });
      return passOf(
        'Caption',
        { kind: 'group', passes: [shape, passOf('Words', set, boxAt(box.x, box.y, width * 0.4, height * 0.045))] },
        wholeSheet(sheet.size),
      );
    }),
  ),
];

const SHAPE_NOTES = {
  rectangle: 'A box, filled or as a border.',
  ellipse: 'A disc or a ring.',
  polygon: 'Equal sides, as many as you say.',
  'star burst': 'A burst with as many points as you say.',
  line: 'A rule of a width in mm.',
} as const;

const shapes: readonly Addition[] = (Object.keys(SHAPE_NOTES) as (keyof typeof SHAPE_NOTES)[]).map((form) => ({
  id: `shape-${form.replace(' ', '-')}`,
  title: form === 'star burst' ? 'Star burst' : form[0]?.toUpperCase() + form.slice(1),
  note: SHAPE_NOTES[form],
  words: 'shape box circle star sticker badge caption',
  group: 'Flats, shapes and frames',
  add: ofPass((sheet) => {
    const side = Math.min(sheet.size.width, sheet.size.height) * 0.4;
    const line = form === 'line';
    const source = freshSource('shape', {
      form,
      points: form === 'polygon' ? 6 : 16,
      filled: !line,
      colour: inkOf(sheet, 0),
      border: line ? sheet.size.height / 150 : 0,
      borderColour: inkOf(sheet, 0),
    });
    const { width, height } = sheet.size;
    return passOf(
      form === 'star burst' ? 'Star burst' : form,
      source,
      boxAt(width / 2, height / 2, line ? width * 0.7 : side, line ? 1 : side),
    );
  }),
}));

const FRAME_NOTES = {
  torn: 'Torn paper round the sheet.',
  brushed: 'A dry brush drawn along each side.',
  taped: 'Straight as masked with tape, ink crept under it.',
} as const;

const frames: readonly Addition[] = (Object.keys(FRAME_NOTES) as (keyof typeof FRAME_NOTES)[]).map((edge) => ({
  id: `frame-${edge}`,
  title: `Rough frame, ${edge}`,
  note: FRAME_NOTES[edge],
  words: 'border edges deckle grunge rough edge',
  group: 'Flats, shapes and frames',
  // Knocked out, so that the stock shows round the print.
  add: ofPass((sheet) =>
    passOf('Rough frame', freshSource('frame', { edge, width: sheet.size.height / 45, colour: inkOf(sheet, 0) }), wholeSheet(sheet.size), {
      mode: 'knock-out',
      strength: 1,
    }),
  ),
}));

const flats: readonly Addition[] = [
  {
    id: 'flat',
    title: 'Flat ink',
    note: 'One ink all over, laid into what lies beneath.',
    words: 'solid colour fill ground plate',
    group: 'Flats, shapes and frames',
    add: ofPass((sheet) =>
      passOf('Flat', freshSource('flat', { colour: inkOf(sheet, 1) }), wholeSheet(sheet.size), {
        mode: sheet.passes.length === 0 ? 'normal' : isDark(sheet) ? 'screen' : 'multiply',
        strength: 1,
      }),
    ),
  },
  {
    id: 'ramp',
    title: 'Ramp',
    note: 'An ink fading out across the sheet.',
    words: 'gradient fade vignette split fountain',
    group: 'Flats, shapes and frames',
    add: ofPass((sheet) => {
      const colour = inkOf(sheet, 0);
      const stops = [
        { at: 0, colour, strength: 1 },
        { at: 1, colour, strength: 0 },
      ];
      return passOf('Ramp', freshSource('ramp', { angle: 90, stops }), wholeSheet(sheet.size));
    }),
  },
];

const whole: readonly Addition[] = [
  {
    id: 'overall',
    title: 'Overall',
    note: 'Treats everything printed so far: with steps, or laid over itself.',
    words: 'adjustment all whole darken treat',
    group: 'Whole print and groups',
    add: ofPass((sheet) => passOf('Overall', { kind: 'overall' }, wholeSheet(sheet.size))),
  },
  {
    id: 'group',
    title: 'Empty group',
    note: 'Passes that are treated and laid down together.',
    words: 'folder set',
    group: 'Whole print and groups',
    add: ofPass((sheet) => passOf('Group', { kind: 'group', passes: [] }, wholeSheet(sheet.size))),
  },
];

/** At its own size, or as large as fits into half the sheet where that is larger. */
const droppedAt = (sheet: Sheet, asset: Asset, { x, y }: { readonly x: number; readonly y: number }): Placement => {
  const own = ownSize(sheet.size, asset, asset.ppi ?? sheet.ppi);
  const half = placed({ width: sheet.size.width / 2, height: sheet.size.height / 2 }, asset, 'whole');
  const { width, height } = own.width > half.width ? half : own;
  return boxAt(x, y, width, height);
};

/** What a pass is called that prints a picture, unless it is named otherwise. */
export const nameOfPicture = ({ name }: Asset): string => name.replace(/\.[^.]*$/, '').slice(0, 120);

/** A picture as a pass: filling the sheet, or at its own size about a place where it was dropped there. */
export const ofPicture = (asset: Asset, at: { readonly x: number; readonly y: number } | null = null): Addition => ({
  id: `picture-${asset.sha256.slice(0, 16)}`,
  title: nameOfPicture(asset),
  note: `Picture, ${asset.width} × ${asset.height} px.`,
  words: 'picture photograph texture scan image',
  group: 'Pictures of this job',
  measured: true,
  add: ofPass((sheet) =>
    passOf(
      nameOfPicture(asset),
      { kind: 'picture', picture: { sha256: asset.sha256 } },
      at ? droppedAt(sheet, asset, at) : placed(sheet.size, asset, 'fill'),
      sheet.passes.length === 0 ? NORMAL : { ...chosenLay(0.5, isDark(sheet) ? 0 : 1) },
    ),
  ),
});

/** A ramp out of the plan chest. */
export const ofRamp = ({ id, name, stops }: KeptRamp): Addition => ({
  id: `ramp-${id}`,
  title: name,
  note: 'A ramp put by.',
  words: 'ramp gradient colours',
  group: 'Flats, shapes and frames',
  add: ofPass((sheet) => passOf(name, freshSource('ramp', { stops }), wholeSheet(sheet.size))),
});

const ofSheet = ({ id, document }: KeptSheet): Addition => ({
  id: `sheet-${id}`,
  title: `Sheet “${document.name}”`,
  note: 'Another sheet of this job, live.',
  words: 'another sheet nested mock-up',
  group: 'Whole print and groups',
  add: ofPass((sheet) =>
    passOf(document.name, { kind: 'sheet', sheet: { id } }, { ...placed(sheet.size, document.size, 'whole'), fit: 'free' }),
  ),
});

const ofStep = ({ kind, title, purpose, words, family }: (typeof STEPS)[number]): Addition => ({
  id: `step-${kind}`,
  title,
  note: purpose,
  words: `${words} ${family}`,
  group: 'Steps of this pass',
  add: (sheet, at) => {
    const pass = at.pass === null ? undefined : findPass(sheet, at.pass);
    if (!pass) return { sheet, line: at };
    const step = freshStep(kind, {}, freshId());
    const after = at.step ?? pass.steps.at(-1)?.id ?? null;
    return { sheet: insertStep(sheet, pass.id, step, after), line: { pass: pass.id, step: step.id } };
  },
});

/** Ways to print the chosen picture: its steps as a new sheet would begin with them. */
const ways: readonly Addition[] = STARTING_POINTS.filter(({ screen }) => screen !== null).map((point) => ({
  id: `way-${point.name.toLowerCase().replace(' ', '-')}`,
  title: `Print it in ${point.name.toLowerCase()}`,
  note: `Grey response, levels and a screen, ${point.note}.`,
  words: 'halftone screen treat photograph grey levels dots lines start',
  group: 'Steps of this pass',
  add: (sheet, at) => {
    const pass = at.pass === null ? undefined : findPass(sheet, at.pass);
    const ink = sheet.inks[0];
    if (!pass || !ink) return { sheet, line: at };
    const steps = startingSteps(point, pass.placement.width, ink, groundUnder(sheet, pass.id)).map((step) => ({ ...step, id: freshId() }));
    // Ink with nothing between its dots goes down as it is; a lay that was chosen for a photograph would hide it, or be hidden by it.
    const changed = withPass(sheet, pass.id, (each) => ({ ...each, steps: [...each.steps, ...steps], lay: { ...each.lay, ...NORMAL } }));
    return { sheet: changed, line: { pass: pass.id, step: steps.at(-1)?.id ?? null } };
  },
}));

/** The colour that a pass prints onto: of the flat beneath it, else of the stock. */
const groundUnder = (sheet: Sheet, id: string): string => {
  const at = sheet.passes.findIndex((pass) => pass.id === id);
  const flat = sheet.passes.slice(0, Math.max(0, at)).findLast(({ on, source }) => on && source.kind === 'flat');
  const colour = flat?.source.kind === 'flat' ? flat.source.colour : undefined;
  if (colour === undefined) return sheet.stock.colour;
  if (colour && 'srgb' in colour) return colour.srgb;
  return (colour ? sheet.inks.find((ink) => ink.id === colour.ink) : sheet.inks[0])?.colour ?? sheet.stock.colour;
};

/** The sheet with an overall pass at its end, and that pass's line: the one that is there, or a new one. */
const withOverall = (sheet: Sheet): { readonly sheet: Sheet; readonly at: Line } => {
  const last = sheet.passes.at(-1);
  if (last?.source.kind === 'overall') return { sheet, at: { pass: last.id, step: null } };
  const overall = passOf('Overall', { kind: 'overall' }, wholeSheet(sheet.size));
  return { sheet: { ...sheet, passes: [...sheet.passes, overall] }, at: { pass: overall.id, step: null } };
};

/** A step or wear of the whole print: of an overall pass that is printed last. */
export const ofWhole = (addition: Addition): Addition => ({
  ...addition,
  id: `whole-${addition.id}`,
  group: 'Of the whole print',
  add: (sheet) => {
    const { sheet: over, at } = withOverall(sheet);
    return addition.add(over, at);
  },
});

/** A texture arrives filling the sheet and going on beyond its own edge. */
const wearOf = (asset: Asset, sheet: Sheet): TextureWear => {
  const lies: Placement = { ...placed(sheet.size, asset, 'fill', 'mirror'), fit: 'free' };
  return freshWear(freshId(), asset.name.replace(/\.[^.]*$/, '').slice(0, 120), { picture: { sha256: asset.sha256 } }, lies);
};

/** Something attached to the chosen pass. */
const onPass =
  (attach: (pass: Pass, sheet: Sheet) => { readonly pass: Pass; readonly attached: Attached }): Addition['add'] =>
  (sheet, at) => {
    const pass = at.pass === null ? undefined : findPass(sheet, at.pass);
    if (!pass) return { sheet, line: at };
    const { pass: changed, attached } = attach(pass, sheet);
    return { sheet: withPass(sheet, pass.id, () => changed), line: { pass: pass.id, step: null, attached } };
  };

const WEAR_GROUP = 'Wear of this pass';
export const wearFrom = (asset: Asset): Addition => ({
  id: `wear-${asset.sha256.slice(0, 16)}`,
  title: `Wear: ${asset.name.replace(/\.[^.]*$/, '')}`,
  note: 'Takes ink away by this texture’s light and dark.',
  words: 'wear texture grunge distress scratch worn crumple paper mask',
  group: WEAR_GROUP,
  worn: true,
  add: onPass((pass, sheet) => {
    const wear = wearOf(asset, sheet);
    return { pass: { ...pass, wear: [...pass.wear, wear] }, attached: { wear: wear.id } };
  }),
});

/** A wear by a made surface at its own size. */
const madeWear = ({ name, title, note }: (typeof SURFACES)[number]): Addition => ({
  id: `made-${name.replace(/ /g, '-')}`,
  title: `Wear: ${title.toLowerCase()}, made`,
  note,
  words: 'wear texture surface grunge distress scratch worn procedural',
  group: WEAR_GROUP,
  worn: true,
  add: onPass((pass, sheet) => {
    // Over the middle of what it wears, at its own size; beyond that it goes on.
    const over = pass.source.kind === 'group' || pass.source.kind === 'overall' ? wholeSheet(sheet.size) : pass.placement;
    const lies = { ...boxAt(over.x, over.y, SURFACE_PIECE.width, SURFACE_PIECE.height), beyond: 'hold' as const };
    const wear = freshWear(freshId(), title, { surface: { name, seed: 1 } }, lies);
    return { pass: { ...pass, wear: [...pass.wear, wear] }, attached: { wear: wear.id } };
  }),
});

/** A made surface as paper over the whole sheet, at its own size: it goes on by itself beyond its piece. */
const madePaper = ({ name, title, note }: (typeof SURFACES)[number]): Addition => ({
  id: `surface-${name.replace(/ /g, '-')}`,
  title: `${title}, as paper`,
  note,
  words: 'paper texture surface made lay overlay procedural',
  group: 'Made surfaces',
  measured: true,
  add: ofPass((sheet) => {
    const { width, height } = sheet.size;
    const lies = { ...boxAt(width / 2, height / 2, SURFACE_PIECE.width, SURFACE_PIECE.height), beyond: 'hold' as const };
    const lay = sheet.passes.length === 0 ? NORMAL : { ...chosenLay(0.5, isDark(sheet) ? 0 : 1) };
    return passOf(title, freshSource('surface', { surface: name }), lies, lay);
  }),
});

/** A wear that another pass has. */
const sharedWears = (sheet: Sheet, at: Line): Addition[] =>
  [...wearsOf(sheet)].flatMap(({ pass: owner, wear }) => {
    if (wear.kind !== 'texture' || owner.id === at.pass) return [];
    return [
      {
        id: `shared-${wear.id}`,
        title: `Share the wear “${wear.name}” of ${owner.name}`,
        note: 'Changed there, it changes here; turned, so that it does not repeat.',
        words: 'wear shared same texture again',
        group: WEAR_GROUP,
        add: onPass((pass) => {
          const shared: SharedWear = { id: freshId(), kind: 'shared', on: true, of: wear.id, turn: 180, x: 0, y: 0 };
          return { pass: { ...pass, wear: [...pass.wear, shared] }, attached: { wear: shared.id } };
        }),
      },
    ];
  });

const MASK_GROUP = 'Masks of this pass';
const masks: readonly Addition[] = MASKS.filter(({ wantsPicture }) => !wantsPicture).map(({ kind, title, purpose, words, joins }) => ({
  id: `mask-${kind as string}`,
  title,
  note: purpose,
  words: `mask ${words}`,
  group: MASK_GROUP,
  add: onPass((pass) => {
    const mask = freshMask(kind as Mask['kind'], freshId(), pass, joins ? { join: joins.first } : {});
    return { pass: { ...pass, masks: [...pass.masks, mask] }, attached: { mask: mask.id } };
  }),
}));

/** Masks by the light of an earlier pass or of a picture. */
const lightMasks = (sheet: Sheet, at: Line, assets: readonly Asset[]): Addition[] => {
  const light = (id: string, name: string, of: PictureMask['of']): Addition => ({
    id: `light-${id}`,
    title: `Mask by the light of “${name}”`,
    note: 'Shows where it is light.',
    words: 'mask luminance light dark picture texture',
    group: MASK_GROUP,
    add: onPass((pass) => {
      const mask = freshMask('picture', freshId(), pass, { of });
      return { pass: { ...pass, masks: [...pass.masks, mask] }, attached: { mask: mask.id } };
    }),
  });
  const before = earlierThan(sheet, at.pass ?? '');
  return [
    ...before.map((pass) => light(pass.id, pass.name, { pass: pass.id })),
    ...assets.map((asset) =>
      light(asset.sha256.slice(0, 16), asset.name.replace(/\.[^.]*$/, ''), {
        picture: { sha256: asset.sha256 },
        placement: placed(sheet.size, asset, 'fill'),
      }),
    ),
  ];
};

/** All that can be added at a line: steps first (of the pass, or of the whole print where none is chosen), then what can print. */
export const additionsAt = (sheet: Sheet, at: Line, assets: readonly Asset[], otherSheets: readonly KeptSheet[]): Addition[] => [
  ...(at.pass === null
    ? [...STEPS.map(ofStep), ...assets.map(wearFrom), ...SURFACES.map(madeWear)].map(ofWhole)
    : [
        ...(findPass(sheet, at.pass)?.source.kind === 'picture' ? ways : []),
        ...STEPS.map(ofStep),
        ...masks,
        ...lightMasks(sheet, at, assets),
        ...assets.map(wearFrom),
        ...SURFACES.map(madeWear),
        ...sharedWears(sheet, at),
      ]),
  ...assets.map((asset) => ofPicture(asset)),
  ...TYPE,
  ...flats,
  ...shapes,
  ...frames,
  ...SURFACES.map(madePaper),
  ...whole,
  ...otherSheets.map(ofSheet),
];

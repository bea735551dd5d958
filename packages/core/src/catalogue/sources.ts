import type { FlatSource, FrameSource, RampSource, ShapeSource, Source, SurfaceSource, TypeSource } from '../sheet/model';
import { angle, choice, colour, font, length, number, ramp, seed, share, text, toggle } from '../steps/dials';
import type { Dials, ParamsOf } from '../steps/declare';
import { ALIGNMENTS, LINE_WAYS, SIZE_WAYS } from '../type/layout';
import { SHAPE_FORMS } from '../type/shape';
import { FRAME_EDGES } from '../surface/frame';
import { SURFACES } from '../surface/surfaces';

/** A source whose dials stand beside its kind: forms, schemas and documentation are derived from them. */
export interface SourceDeclaration<D extends Dials = Dials> {
  readonly kind: string;
  readonly title: string;
  readonly purpose: string;
  /** Other words that it is looked for by. */
  readonly words: string;
  readonly dials: D;
}

const BORDERED = { dial: 'border', isNot: 0 } as const;
/** Fitted lines have sizes of their own. */
const NOT_FITTED = { dial: 'lines', isNot: 'fit' } as const;

const bordered = {
  filled: toggle({ title: 'Filled', default: true }),
  colour: colour({ title: 'Fill', default: null, shownWhen: { dial: 'filled', is: true } }),
  border: length({ title: 'Border', min: 0, max: 100, default: 0, wide: true, more: 'a wider line along the outline' }),
  borderWhere: choice({ title: 'Border lies', options: ['inside', 'centred', 'outside'], default: 'inside', shownWhen: BORDERED }),
  borderColour: colour({ title: 'Border ink', default: null, shownWhen: BORDERED }),
};

const flat = {
  kind: 'flat',
  title: 'Flat',
  purpose: 'One ink or colour all over its box.',
  words: 'solid ground fill colour plate',
  dials: { colour: colour({ title: 'Ink', default: null }) },
} as const satisfies SourceDeclaration;

const rampSource = {
  kind: 'ramp',
  title: 'Ramp',
  purpose: 'Colours running into each other across its box.',
  words: 'gradient fade vignette split fountain',
  dials: {
    form: choice({ title: 'Form', options: ['straight', 'round'], default: 'straight' }),
    angle: angle({
      title: 'Angle',
      min: 0,
      max: 360,
      default: 270,
      more: 'turned further counter-clockwise',
      shownWhen: { dial: 'form', is: 'straight' },
    }),
    stops: ramp({
      title: 'Colours',
      default: [
        { at: 0, colour: { srgb: '#1e1c1e' }, strength: 1 },
        { at: 1, colour: { srgb: '#1e1c1e' }, strength: 0 },
      ],
    }),
  },
} as const satisfies SourceDeclaration;

const shape = {
  kind: 'shape',
  title: 'Shape',
  purpose: 'A plain form that fills its box.',
  words: 'box circle star sticker badge border frame caption rule',
  dials: {
    form: choice({ title: 'Form', options: SHAPE_FORMS, default: 'rectangle' }),
    points: number({ title: 'Points', unit: '', min: 3, max: 60, step: 1, default: 16, more: 'more sides or points' }),
    inner: share({
      title: 'Inner points',
      min: 0.05,
      max: 0.98,
      default: 0.72,
      more: 'shorter points',
      shownWhen: { dial: 'form', is: 'star burst' },
    }),
    ...bordered,
  },
} as const satisfies SourceDeclaration;

const frame = {
  kind: 'frame',
  title: 'Rough frame',
  purpose: 'A rough edge round the sheet or a box.',
  words: 'torn brushed taped border deckle grunge edge',
  dials: {
    edge: choice({ title: 'Edge', options: FRAME_EDGES, default: 'torn' }),
    width: length({ title: 'Width', min: 0.5, max: 150, default: 14, wide: true, more: 'reaches further in' }),
    rough: share({ title: 'Roughness', default: 0.5, more: 'wilder edge' }),
    seed: seed({ title: 'Seed', default: 1 }),
    colour: colour({ title: 'Ink', default: null }),
  },
} as const satisfies SourceDeclaration;

const surface = {
  kind: 'surface',
  title: 'Made surface',
  purpose: 'Paper, metal, dust or cloth made by the program, at its own size; it goes on beyond its box.',
  words: 'paper texture crumpled folded kraft card concrete procedural',
  dials: {
    surface: choice({ title: 'Surface', options: SURFACES.map(({ name }) => name), default: 'crumpled copy paper' }),
    seed: seed({ title: 'Seed', default: 1 }),
  },
} as const satisfies SourceDeclaration;

const type = {
  kind: 'type',
  title: 'Type',
  purpose: 'Lettering, set in a block as wide as its box.',
  words: 'text letters font title headline caption dates',
  dials: {
    text: text({ title: 'Text', default: 'LETTERING' }),
    font: font({ title: 'Font', default: { family: 'anton' } }),
    lines: choice({ title: 'Lines', options: LINE_WAYS, default: 'as set' }),
    sizeBy: choice({ title: 'Size by', options: SIZE_WAYS, default: 'em', shownWhen: NOT_FITTED }),
    size: length({
      title: 'Size',
      min: 0.3,
      max: 1500,
      default: 25.4,
      more: 'larger letters',
      wide: true,
      shownWhen: NOT_FITTED,
      pointsWhen: { dial: 'sizeBy', is: 'em' },
    }),
    leading: share({ title: 'Leading', min: 0, max: 4, default: 1, more: 'lines farther apart' }),
    tracking: number({ title: 'Tracking', unit: '‰ em', min: -300, max: 1500, step: 1, default: 0, more: 'letters farther apart' }),
    stretch: share({ title: 'Stretch', min: 0.25, max: 4, default: 1, more: 'wider letters' }),
    align: choice({ title: 'Align', options: ALIGNMENTS, default: 'left' }),
    upperCase: toggle({ title: 'Upper case', default: false }),
    ...bordered,
  },
} as const satisfies SourceDeclaration;

/** Every source that is set by dials. */
export const SOURCES = [flat, rampSource, shape, frame, surface, type] as const;
export type DialledSource = Extract<Source, { kind: (typeof SOURCES)[number]['kind'] }>;

/** The dials of a declaration are exactly what the model holds for its kind. */
type Holds<S extends { kind: string }, D extends { kind: string; dials: Dials }> =
  Required<Omit<S, 'kind' | 'picture'>> extends ParamsOf<D['dials']>
    ? ParamsOf<D['dials']> extends Required<Omit<S, 'kind' | 'picture'>>
      ? true
      : never
    : never;
export const SOURCES_MATCH_THE_MODEL: readonly [
  Holds<FlatSource, typeof flat>,
  Holds<RampSource, typeof rampSource>,
  Holds<ShapeSource, typeof shape>,
  Holds<FrameSource, typeof frame>,
  Holds<SurfaceSource, typeof surface>,
  Holds<TypeSource, typeof type>,
] = [true, true, true, true, true, true];

export const sourceOfKind = (kind: string): SourceDeclaration | undefined => SOURCES.find((source) => source.kind === kind);

/** A source with all its dials at their defaults, changed as told. */
export const freshSource = <K extends DialledSource['kind']>(
  kind: K,
  change: Partial<Extract<DialledSource, { kind: K }>> = {},
): Extract<DialledSource, { kind: K }> => {
  const dials = Object.entries(sourceOfKind(kind)?.dials ?? {});
  const defaults = Object.fromEntries(dials.map(([name, dial]) => [name, dial.default]));
  return { kind, ...defaults, ...change } as unknown as Extract<DialledSource, { kind: K }>;
};

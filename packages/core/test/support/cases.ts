import { pathOf, STEPS, type Mask, type Sheet } from '../../src';
import { cutOut, flat, pass, picture, plainWear, sheet, step } from './sheets';

export const screen = (params: Record<string, unknown> = {}) => step('screen', { lpi: 9, angle: 22.5, hardness: 0.7, ...params });

/** Dials of each step at which it does something. A new step joins with a row here. */
export const LIVELY: Record<(typeof STEPS)[number]['kind'], Record<string, unknown>> = {
  'grey-response': {
    response: [
      [20, 0.4],
      [130, -0.3],
      [250, 0.5],
    ],
  },
  levels: { auto: true, clip: 0.01, midtone: 0.42, outWhite: 0.93 },
  curve: {
    points: [
      [0, 0.05],
      [0.4, 0.2],
      [0.8, 0.95],
      [1, 1],
    ],
  },
  screen: { lpi: 9, angle: 22.5, hardness: 0.6, smallestDot: 0.4, cutOff: 0.02 },
  stochastic: { dot: 0.8, angle: 12 },
  'process-screen': { lpi: 24, hardness: 0.6, off2: { x: 0.6, y: -0.3 }, inks: '4' },
  // Until a picture is chosen its dots are round.
  'own-screen': { of: 'a picture', lpi: 9, angle: 15, hardness: 0.6 },
  'channel-screen': { lpi: 9, hardness: 0.6, colour: 1.2 },
  'error-diffusion': { kernel: 'Stucki', dot: 0.25, loose: 0.3, seed: 2 },
  'texture-screen': { of: 'dry brush', size: 0.3, hardness: 0.6 },
  'round-screen': { shape: 'a spiral', lpi: 9, centre: { x: 12, y: 20 }, hardness: 0.5 },
  exposure: { stops: -0.7 },
  invert: {},
  threshold: { cut: 0.45, softness: 0.3 },
  blur: { radius: 0.4 },
  'ink-spread': { spread: 0.2, ragged: 0.4, seed: 5 },
  'colour-back': { share: 0.6 },
  tint: { ink: { srgb: '#1f5f78' } },
  warmth: { shift: 60 },
  contrast: { strength: 0.6 },
  'match-tones': { of: 'earlier' },
  'shadows-highlights': { shadows: 0.7, highlights: 0.5, radius: 4 },
  'local-contrast': { strength: 0.8, size: 3 },
  'lit-highlights': { open: 0.5, glow: 0.6, length: 5 },
  posterise: { steps: 4, softness: 0.3 },
  faded: { blacks: 0.2, whites: 0.1 },
  sharpen: { strength: 2, halo: 1.2 },
  'soft-glow': { strength: 0.7, radius: 3 },
  denoise: { strength: 0.8, size: 1.5 },
  'edge-lines': { thickness: 0.9, fill: 0.4 },
  gain: { middle: 0.2 },
  grain: { strength: 0.5, size: 0.7 },
  saturation: { strength: 0.6 },
  'one-hue': { hue: 30, width: 90, light: -0.4, colour: 0.5, turn: 25 },
  'split-tint': {},
  'colour-ramp': {},
  wash: {},
  fade: { years: 60 },
  copier: { generations: 3, skew: 1, seed: 4 },
  harden: { length: 0.9, wander: 0.6, smallest: 0.8 },
  'dry-roller': { dry: 0.5, width: 1.5 },
  misregister: { across: 1.3, down: -0.7, turn: 0.8, stretch: 0.01 },
  relief: { of: 'crumpled copy paper', depth: 0.8, scale: 1.2 },
  halo: { where: 'on the edge', reach: 2, colour: { srgb: '#3050d0' } },
  cast: { fall: { x: 1.4, y: -0.8 }, blur: 0.5 },
  shade: { clear: 4, soft: 12, depth: 0.8 },
  stretch: { shape: 'flag', by: 0.3, waves: 1.5 },
  glints: { from: 0.6, apart: 9, size: 4, rays: 6 },
  metal: { width: 1.5, tall: 20, lamp: { x: 4, y: 3 } },
  bend: { by: 'the form of the picture', depth: 2, soft: 3, bent: 'both' },
  displace: { of: 'ripple tank', soft: 0.6, arrow: { x: 3, y: -2 }, shade: 0.4, beyond: 'mirror', size: 0.2 },
};

/** A pass that a step may read, which does not print. */
export const EARLIER = pass('earlier', picture('ramp'), { on: false });

/** Each step alone, at dials that do something, and all four in a row. */
export const CASES: readonly (readonly [string, Sheet])[] = [
  ...STEPS.map((declaration): [string, Sheet] => [
    declaration.kind,
    sheet([EARLIER, pass('art', picture('motley'), { steps: [step(declaration.kind, LIVELY[declaration.kind])] })]),
  ]),
  [
    'four steps, a flat beneath, masked and hard',
    sheet(
      [
        pass('ground', flat('#d94f2a'), { lay: { mode: 'normal', strength: 0.6 } }),
        pass('art', picture('motley'), {
          placement: { ...pass('', picture('motley')).placement, turn: 11.3, width: 31, height: 33, fit: 'free', beyond: 'mirror' },
          steps: [step('grey-response', LIVELY['grey-response']), step('levels'), step('curve', LIVELY['curve']), screen()],
          lay: { mode: 'multiply', strength: 0.9 },
        }),
      ],
      { edges: 'hard' },
    ),
  ],
  [
    'levels, a screen, harden and levels again',
    sheet([
      pass('art', picture('motley'), {
        steps: [step('levels'), screen(), step('harden', LIVELY.harden), step('levels', { midtone: 0.4 }, { id: 'again' })],
      }),
    ]),
  ],
  [
    'error diffusion on a bend of the dots',
    sheet([
      pass('art', picture('motley'), {
        steps: [step('bend', { ...LIVELY.bend, bent: 'the dots' }), step('error-diffusion', LIVELY['error-diffusion'])],
      }),
    ]),
  ],
  [
    'a cut-out whose edge has lost the colour of its ground',
    sheet([pass('art', picture('motley'), { masks: [cutOut([700, 900, 3100, 3900], { outline: 'ellipse', cleaned: 1.2 })] })]),
  ],
  ['every kind of mask, a zone and a wear', masked()],
];

/** A sheet on which every kind of mask and wear is at work, each with its edge. */
function masked(): Sheet {
  const home = pass('', picture('motley')).placement;
  const base = { on: true, invert: false, feather: 0.4, grow: 0.3 } as const;
  const strokes = (['round', 'dry brush', 'sponge', 'grit'] as const).map((tip, i) => ({
    tip,
    size: 7,
    softness: 0.4,
    strength: 0.8,
    erases: i === 2,
    seed: i,
    path: pathOf([400 + 300 * i, 600, 2500, 1200 + 900 * i, 3300, 3900]),
  }));
  const painted: Mask = { ...base, id: 'p', kind: 'painted', anchor: 'art', home, join: 'both', strokes };
  const cut: Mask = {
    ...base,
    feather: 0,
    grow: 0,
    id: 'c',
    kind: 'cut-out',
    anchor: 'sheet',
    join: 'either',
    outline: 'polygon',
    points: [500, 500, 3500, 900, 3000, 4400, 900, 3600],
    rough: 0.6,
    seed: 4,
    band: 2,
    widened: strokes.slice(0, 1),
  };
  const pick: Mask = {
    ...base,
    id: 'k',
    kind: 'pick',
    anchor: 'sheet',
    join: 'without',
    samples: [{ x: 10, y: 12, colour: '#8a6f4b' }],
    tolerance: 12,
    softness: 0.5,
    connected: true,
    smallest: 0.5,
  };
  const wear = plainWear(
    'motley',
    { ...home, width: 17, height: 22, turn: 12, beyond: 'repeat', fit: 'free' },
    {
      anchor: 'art',
      home,
      cut: 0.4,
      softness: 0.2,
      strength: 0.9,
      specks: 0.8,
      holes: 0.8,
      masks: [{ ...painted, id: 'thin', join: 'without' }],
      guards: [{ pass: 'ground', most: 0.1, ease: 0.3 }],
    },
  );
  return sheet([
    pass('ground', flat('#d94f2a')),
    pass('art', picture('motley'), {
      placement: { ...home, turn: 9, x: home.x + 2 },
      masks: [painted, cut, pick],
      steps: [step('exposure', { stops: -0.4 }, { masks: [painted], zones: [{ id: 'z', masks: [cut], params: { stops: 0.8 } }] })],
      wear: [wear],
    }),
    pass('o', { kind: 'overall' }, { wear: [{ id: 's', kind: 'shared', on: true, of: 'w', turn: 90, x: 3, y: -2 }] }),
  ]);
}

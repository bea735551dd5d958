/** The values that dials and the sheet document share: colours, pictures, fonts and the stops of a ramp. */
import * as field from './fields';
import type { TypeOf } from './fields';

export const HEX = field.text({ pattern: /^#[0-9a-fA-F]{6}$/, says: 'a colour as #rrggbb' });
export const ID = field.text({ least: 1, most: 80 });
const SHA256 = field.text({ pattern: /^[0-9a-f]{64}$/, says: 'a SHA-256 in hexadecimal' });
/** Where the command line finds a file: beside the sheet's own. */
export const SHEET_PATH = field.optional(field.text({ least: 1 }));

/** An ink of the sheet by its id, or an sRGB colour as #rrggbb. */
export const COLOUR_REF = field.named('colour', () => field.either(field.record({ ink: ID }), field.record({ srgb: HEX })));
export type ColourRef = TypeOf<typeof COLOUR_REF>;

/** A picture by the SHA-256 of its file. */
export const PICTURE_REF = field.referring(
  'picture',
  field.named('picture', () => field.record({ sha256: SHA256, path: SHEET_PATH })),
);
export type PictureRef = TypeOf<typeof PICTURE_REF>;

/** A font that ships with the program, by its family; or one of the person's own, by the SHA-256 of its file. */
export const fontRef = (families: readonly string[]) =>
  field.referring(
    'font',
    field.either(
      field.record({ family: field.text({ least: 1, known: families }) }),
      field.record({ sha256: SHA256, name: field.text(), path: SHEET_PATH }),
    ),
  );
export type FontRef = TypeOf<ReturnType<typeof fontRef>>;

/** A colour of a ramp at a place along it (0 … 1), and how solid it is there. */
export const RAMP_STOP = field.record({ at: field.share, colour: COLOUR_REF, strength: field.share });
export type RampStop = TypeOf<typeof RAMP_STOP>;

/** Highest seed of anything left to chance. */
export const MOST_SEED = 999_999;
export const SEED = field.whole(0, MOST_SEED);

/** A made surface by its name, and where its chance begins. */
export const SURFACE_REF = field.record({ name: field.text({ most: 80 }), seed: SEED });
export type SurfaceRef = TypeOf<typeof SURFACE_REF>;

/** Points on the sheet as one text: x and y in turn, hundredths of a mm. */
export const DRAWN = field.packed({ apart: 2, min: -1_000_000, max: 1_000_000, says: 'x and y in turn, in hundredths of a millimetre' });

/** What a stroke does to what it bends, in the order that it is chosen from. */
export const BEND_WAYS = ['drag', 'stir', 'gather', 'spread', 'calm'] as const;
/** A stroke that bends: its brush in mm, how strongly (the other way round below 0), and its points in Base64 VLQ, hundredths of a mm. */
export const BEND_STROKE = field.named('bend stroke', () =>
  field.record({
    way: field.choice(...BEND_WAYS),
    size: field.number({ min: 1, max: 400 }),
    strength: field.number({ min: -1, max: 1 }),
    path: DRAWN,
  }),
);
export type BendStroke = TypeOf<typeof BEND_STROKE>;
/** Most strokes of one bend. */
export const MOST_BENDS = 200;

/** A place on the sheet, or a way on it, mm: to the right and downwards. */
const WAY = field.number({ min: -10_000, max: 10_000 });
export const POINT = field.named('point', () => field.record({ x: WAY, y: WAY }));
export type SheetPoint = TypeOf<typeof POINT>;

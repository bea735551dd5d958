import * as field from '../fields/fields';
import { ID, PICTURE_REF } from '../fields/values';
import { convertNode } from '../nodes/convert-node';
import { lightNode } from '../nodes/plane-nodes';
import { PLACEMENT } from '../sheet/model';
import type { MaskDeclaration, MaskOf } from './declare';

const DIALS = {};
const PARTS = {
  of: field.either(field.record({ pass: field.referring('pass', ID) }), field.record({ picture: PICTURE_REF, placement: PLACEMENT })),
};

/** By the light of another pass or of a picture; what is not there counts as white. */
export type PictureMask = MaskOf<'picture', typeof DIALS, typeof PARTS>;
declare module '../sheet/model' {
  interface MaskKinds {
    readonly picture: PictureMask;
  }
}

export const light: MaskDeclaration<PictureMask> = {
  kind: 'picture',
  title: 'Mask by light and dark',
  purpose: 'Shows where another pass or picture is light.',
  words: 'luminance luma picture texture another pass',
  dials: DIALS,
  parts: PARTS,
  begins: {},
  follows: 'art',
  wantsPicture: true,
  plane: ({ of }, { pass, picture }) => lightNode(convertNode('pass' in of ? pass(of.pass) : picture(of.picture, of.placement), 'tone')),
  moved: (mask, _, placed) => ('pass' in mask.of ? mask : { ...mask, of: { ...mask.of, placement: placed(mask.of.placement) } }),
  inWords: ({ of }) => ('pass' in of ? 'light of a pass' : 'light of a picture'),
};

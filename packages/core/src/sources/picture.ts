import { PICTURE_REF } from '../fields/values';
import type { SourceDeclaration, SourceOfDials } from './declare';

const DIALS = {};
const PARTS = { picture: PICTURE_REF };

export type PictureSource = SourceOfDials<'picture', typeof DIALS, typeof PARTS>;
declare module '../sheet/model' {
  interface SourceKinds {
    readonly picture: PictureSource;
  }
}

export const picture: SourceDeclaration<PictureSource> = {
  kind: 'picture',
  title: 'Picture',
  purpose: 'A picture of the job, in its place.',
  words: 'photograph scan image',
  dials: DIALS,
  parts: PARTS,
  node: (source, at) => at.picture(source.picture),
  inWords: (_, { placement: { fit } }) =>
    fit === 'fill' ? 'picture, fills the sheet' : fit === 'whole' ? 'picture, whole on the sheet' : 'picture',
};

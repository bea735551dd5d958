import { choice, seed } from '../fields/dials';
import { surfaceNode } from '../nodes/surface-node';
import { SURFACES } from '../surface/surfaces';
import type { SourceDeclaration, SourceOfDials } from './declare';

const DIALS = {
  surface: choice({ title: 'Surface', options: SURFACES.map(({ name }) => name), default: 'crumpled copy paper' }),
  seed: seed({ title: 'Seed', default: 1 }),
};

/** A made surface as paper or texture, by its name and where its chance begins. */
export type SurfaceSource = SourceOfDials<'surface', typeof DIALS>;
declare module '../sheet/model' {
  interface SourceKinds {
    readonly surface: SurfaceSource;
  }
}

export const surface: SourceDeclaration<SurfaceSource> = {
  kind: 'surface',
  title: 'Made surface',
  purpose: 'Paper, metal, dust or cloth made by the program, at its own size; it goes on beyond its box.',
  words: 'paper texture crumpled folded kraft card concrete procedural',
  dials: DIALS,
  parts: {},
  node: ({ surface, seed }, { placement, pxPerMm }) => surfaceNode({ name: surface, seed }, placement, pxPerMm),
  inWords: ({ surface }) => `made, ${surface}`,
};

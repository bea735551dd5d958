import { canonicalJson, contentHash } from '../units/hash';

/** Changes whenever the engine's results do, so that nothing kept from another build is taken for this one's. */
export const ENGINE_BUILD = 'uvrant-engine-10';

export const keyOf = (kind: string, facts: unknown, inputs: readonly { readonly key: string }[]): string =>
  contentHash(canonicalJson([ENGINE_BUILD, kind, facts, inputs.map((input) => input.key)]));

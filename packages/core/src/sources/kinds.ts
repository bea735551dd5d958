/** Every kind of source there is. One joins the program here and in its own file, nowhere else. */
import { defaultParams, dialFields } from '../fields/dials';
import * as field from '../fields/fields';
import type { Field } from '../fields/fields';
import type { SourceKinds } from '../sheet/model';
import type { AnySource } from './declare';
import { flat } from './flat';
import { frame } from './frame';
import { picture } from './picture';
import { ramp } from './ramp';
import { shape } from './shape';
import { otherSheet } from './sheet';
import { surface } from './surface';
import { type } from './type';

export const SOURCES: readonly AnySource[] = [picture, flat, ramp, shape, frame, surface, type, otherSheet];

const BY_KIND: ReadonlyMap<string, AnySource> = new Map(SOURCES.map((source) => [source.kind as string, source]));

/** The declaration of a kind, or undefined for one that this version does not know. */
export const sourceOfKind = (kind: string): AnySource | undefined => BY_KIND.get(kind);

/** A source with all its dials at their defaults, changed as told. */
export const freshSource = <K extends keyof SourceKinds>(kind: K, change: Partial<SourceKinds[K]> = {}): SourceKinds[K] =>
  ({ kind, ...defaultParams({ dials: sourceOfKind(kind)?.dials ?? {} }), ...change }) as SourceKinds[K];

/** Sources of the sheet document by their kinds: all but those that are made of other passes. */
export const SOURCE_FIELDS: Readonly<Record<string, Field>> = Object.fromEntries(
  SOURCES.map(({ kind, title, purpose, dials, parts }) => [
    kind as string,
    { ...field.record({ ...parts, ...dialFields(dials) }), title, description: purpose },
  ]),
);

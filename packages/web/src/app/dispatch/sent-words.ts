import { FILE_FORMATS, type FormatName } from '@uvrant/core';
import type { SendOut } from '@uvrant/contract';
import type { UnderWay } from '../state/dispatch';

/** Bytes as a person reads them. */
export const bytesInWords = (bytes: number): string => (bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1e3)} kB`);

/** A share under which the time left is not told: too little is known. */
const LEAST_SHARE = 0.04;

/** How far a file is and how long it will take, as far as can be told. */
export const progressInWords = ({ share, since }: UnderWay, now: number): string => {
  const percent = `${Math.round(100 * share)} %`;
  if (share < LEAST_SHARE || share >= 1) return percent;
  const left = Math.ceil(((now - since) * (1 - share)) / share / 1000);
  return `${percent}, ${left < 90 ? `${left} s` : `${Math.round(left / 60)} min`} left`;
};

const ORDINALS = ['next', '2nd', '3rd'];

/** Where a file that waits stands in the queue. */
export const placeInQueue = (sendOut: SendOut, all: readonly SendOut[]): string => {
  const before = all.filter(({ state, createdAt }) => state === 'queued' && createdAt < sendOut.createdAt).length;
  const place = ORDINALS[before] ?? `${before + 1}th`;
  const rendering = all.find(({ state }) => state === 'rendering');
  return rendering && before === 0 ? `waits, ${place} after ${rendering.fileName}` : `waits, ${place}`;
};

/** What a file is, beside its name. */
export const kindInWords = ({ format }: SendOut): string => FILE_FORMATS[format as FormatName]?.title ?? format;

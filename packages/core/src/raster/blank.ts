import { remembering } from '../units/remember';

const blanks = new WeakSet<Int16Array>();

/** A plane of so many zeros, shared by all that ask for one: it is never to be written to. */
export const blankPlane = remembering(12, String, (length: number): Int16Array => {
  const plane = new Int16Array(length);
  blanks.add(plane);
  return plane;
});

/** True for a plane that was given out as blank; a plane that only happens to be all zero may not be known as one. */
export const isBlank = (plane: Int16Array): boolean => blanks.has(plane);

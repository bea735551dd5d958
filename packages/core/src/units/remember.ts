import { Latest } from './latest';

/** Wraps a function so that its latest `count` results are kept, keyed by a name of the argument. */
export const remembering = <A, R>(count: number, nameOf: (argument: A) => string, build: (argument: A) => R) => {
  const kept = new Latest<string, R>(count);
  return (argument: A): R => kept.of(nameOf(argument), () => build(argument));
};

/** Wraps what is made when it is first asked for, and kept. */
export const once = <R>(make: () => R): (() => R) => {
  let made: { readonly value: R } | null = null;
  return () => (made ??= { value: make() }).value;
};

import type { Rendering } from '../nodes/node';

/** Runs a rendering to its end at one go. */
export const finish = <R>(rendering: Rendering<R>): R => {
  for (;;) {
    const step = rendering.next();
    if (step.done) return step.value;
  }
};

/** Thrown out of a rendering that was called off. */
export class Cancelled extends Error {
  constructor() {
    super('cancelled');
  }
}

/**
 * Runs a rendering in stretches of about `stretch` ms (4: what comes between two places where it may stop adds to that), giving way between them.
 * @throws Cancelled as soon as `stopped` says so; the rendering is ended in order.
 */
export const drive = async <R>(
  rendering: Rendering<R>,
  host: {
    readonly now: () => number;
    readonly giveWay: () => Promise<void>;
    readonly stopped: () => boolean;
    readonly stretch?: number;
  },
): Promise<R> => {
  const stretch = host.stretch ?? 4;
  let started = host.now();
  try {
    for (;;) {
      if (host.stopped()) throw new Cancelled();
      const step = rendering.next();
      if (step.done) return step.value;
      if (host.now() - started < stretch) continue;
      await host.giveWay();
      started = host.now();
    }
  } finally {
    rendering.return(undefined as R);
  }
};

/** Bytes of a run of places, and of a grain; their values as in the core's raster/kernels.ts. */
const RUN: usize = 5 * 8;
const GRAIN: usize = 6 * 8;

/** How far within the nearest grain's rim each place lies, down to −outside; in the order of the core's raster/reference/grains.ts. */
export function grains(xs: usize, ys: usize, runs: usize, runCount: i32, near: usize, outside: f64, out: usize): void {
  let n = 0;
  for (let run = 0; run < runCount; run++) {
    const values = runs + <usize>run * RUN;
    const end = <i32>load<f64>(values);
    const cornerX = load<f64>(values, 8);
    const cornerY = load<f64>(values, 16);
    const first = near + <usize>load<f64>(values, 24) * GRAIN;
    const last = near + <usize>load<f64>(values, 32) * GRAIN;
    for (; n < end; n++) {
      const at = <usize>n << 3;
      const u = load<f64>(xs + at) - cornerX;
      const v = load<f64>(ys + at) - cornerY;
      let best = -outside;
      for (let grain = first; grain < last; grain += GRAIN) {
        const dx = u - load<f64>(grain);
        const dy = v - load<f64>(grain, 8);
        const radius = load<f64>(grain, 16);
        const stretch = load<f64>(grain, 40);
        const room = radius - best;
        // Neither way can it be further off than its length allows.
        if (room <= 0 || dx * dx + dy * dy >= room * room * stretch * stretch) continue;
        const cos = load<f64>(grain, 24);
        const sin = load<f64>(grain, 32);
        const along = (dx * cos + dy * sin) / stretch;
        const across = (dy * cos - dx * sin) * stretch;
        const away = along * along + across * across;
        if (away < room * room) best = radius - Math.sqrt(away);
      }
      store<f64>(out + at, best);
    }
  }
}

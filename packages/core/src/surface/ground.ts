/** Places on a surface, mm: a row of them, of which the first `count` are meant. */
export interface Places {
  readonly count: number;
  readonly x: Float64Array;
  readonly y: Float64Array;
  /** Size of a pixel there, mm. */
  readonly pixel: number;
}

/**
 * A field of chance on a surface: a value for each of some places, in a row of its own that stays until the field is asked again. Where
 * the surface tiles, every field goes round after its period. Fields work on rows, since a call for every place would cost more than
 * what it finds.
 */
export type Field = (at: Places) => Float64Array;

/** A row that grows to what is asked for, and is used again. */
export const rows = (): ((count: number) => Float64Array) => {
  let row = new Float64Array(0);
  return (count) => (row.length >= count ? row : (row = new Float64Array(count)));
};

/** Places moved by two fields, each by as much as it says. */
export const moved = (...by: readonly (readonly [Field, Field, number])[]): ((at: Places) => Places) => {
  const [across, down] = [rows(), rows()];
  return (at) => {
    const { count } = at;
    const [x, y] = [across(count), down(count)];
    x.set(at.x.subarray(0, count));
    y.set(at.y.subarray(0, count));
    for (const [byX, byY, far] of by) {
      const [dx, dy] = [byX(at), byY(at)];
      for (let i = 0; i < count; i++) {
        x[i] = (x[i] as number) + far * (dx[i] as number);
        y[i] = (y[i] as number) + far * (dy[i] as number);
      }
    }
    return { count, x, y, pixel: at.pixel };
  };
};

/** How a surface is made: where its chance begins, and after how many mm it repeats (null: never). */
export interface Ground {
  readonly seed: number;
  readonly period: number | null;
}

/** Cells a period and cells a millimetre of a square grid, for cells of about `grain` mm; a count of 0: it does not repeat. */
export const cellsOf = ({ period }: Ground, grain: number): { readonly count: number; readonly perMm: number } => {
  if (period === null) return { count: 0, perMm: 1 / grain };
  const count = Math.max(1, Math.floor(period / grain + 0.5));
  return { count, perMm: count / period };
};

/** A cell's index modulo `count`; a count of 0 means that the grid does not repeat. */
export const round = (cell: number, count: number): number => (count === 0 ? cell : ((cell % count) + count) % count);

/** About how far apart bands or folds are, mm: a whole number of them fills a period. */
export const apart = ({ period }: Ground, far: number): number =>
  period === null ? far : period / Math.max(1, Math.floor(period / far + 0.5));

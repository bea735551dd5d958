import { join } from 'node:path';
import { bandsOf, type Region } from '@uvrant/core';
import { bandsByThreads } from './bands-by-threads';
import { BAND_ROWS, type Band, type Print } from './print-bands';
import type { PrintJob } from './print-job';

/** Neighbouring bands that one thread renders: they are made of the same source tiles, which are then unpacked once. */
const TOGETHER = 2;
/** Of a sheet wider than this, px, a band by itself, so that memory stays flat: sources are few there for its pixels. */
const WIDE = 8192;

/** The bands of a region from the top, rendered by `threads` threads, this one among them. The same bytes as by one thread. */
export const printedBands = (print: Print, job: PrintJob, region: Region, threads: number): AsyncGenerator<Band> =>
  bandsByThreads({
    bands: bandsOf(region, BAND_ROWS),
    // The built worker, beside whatever was built with it.
    script: join(import.meta.dirname, 'band.worker.js'),
    data: job,
    threads,
    together: region.width > WIDE ? 1 : TOGETHER,
    own: (band) => print.band(band),
  });

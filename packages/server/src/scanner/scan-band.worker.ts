import { workerData } from 'node:worker_threads';
import { answerBands } from '../render/band-answers';
import type { ScanOrder } from './port';
import { bandReader } from './scan-bands';

/** Reads bands of one scan as they are asked for. */
answerBands(bandReader(workerData as ScanOrder));

import { workerData } from 'node:worker_threads';
import { answerBands } from './band-answers';
import { openedPrint, type PrintJob } from './print-job';

/** Renders bands of one print as they are asked for. */
const opened = openedPrint(workerData as PrintJob);
answerBands(async (region) => (await opened).band(region).bytes);

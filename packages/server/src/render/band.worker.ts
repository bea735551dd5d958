import { answerBands } from './band-answers';
import { openedPrint, type PrintJob } from './print-job';

/** Renders bands of one print. */
void answerBands(async (job: PrintJob) => {
  const print = await openedPrint(job);
  return (region) => print.band(region).bytes;
});

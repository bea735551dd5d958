import { answerBands } from '../render/band-answers';
import { bandReader } from './scan-bands';

/** Reads bands of one scan. */
void answerBands(bandReader);

import { BenchActions } from '../../state/bench';
import { onBench } from '../../../testing/bench';
import { DialsColumn } from './dials-column';

const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

test('the dials of a new line come after the draft that it changes, and without one before long', async () => {
  const bench = onBench();
  const choose = (step: string | null): void => bench.store.dispatch(BenchActions.lineChosen({ line: { pass: 'picture', step } }));
  choose(null);
  const fixture = await bench.shown(DialsColumn);
  const title = async (ms: number): Promise<string> => {
    await pause(ms);
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector('h2')?.textContent?.trim() ?? '';
  };
  const before = await title(0);
  bench.rendering.isDrafting.set(true);
  choose('levels');
  expect(await title(60)).toBe(before);
  bench.rendering.isDrafting.set(false);
  expect(await title(60)).toBe('Levels');
  bench.rendering.isDrafting.set(true);
  choose('screen');
  expect(await title(300)).toBe('Screen');
});

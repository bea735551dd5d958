import { Turns } from '../src/assets/turns';
import { multipart, png, startServer } from './support';

const later = () => {
  let done = (): void => undefined;
  return { work: new Promise<void>((resolve) => (done = resolve)), done: () => done() };
};

test('so many at once, the least first, and what is called off while it waits never begins', async () => {
  const turns = new Turns(2);
  const begun: string[] = [];
  const works = Object.fromEntries(['a', 'b', 'large', 'small', 'off'].map((name) => [name, later()]));
  const off = new AbortController();
  const taken = (name: string, size: number, signal?: AbortSignal) =>
    turns.take(
      size,
      () => {
        begun.push(name);
        return (works[name] as ReturnType<typeof later>).work;
      },
      signal,
    );
  const all = [taken('a', 5), taken('b', 5), taken('large', 900), taken('small', 1)];
  const called = expect(taken('off', 0, off.signal)).rejects.toThrow('The sender is gone.');
  expect(begun).toEqual(['a', 'b']);
  off.abort(new Error('The sender is gone.'));
  await called;
  works['a']?.done();
  await all[0];
  await Promise.resolve();
  expect(begun).toEqual(['a', 'b', 'small']);
  for (const name of ['b', 'small', 'large']) works[name]?.done();
  await Promise.all(all);
  expect(begun.at(-1)).toBe('large');
});

test('a turn that fails gives its place to the next', async () => {
  const turns = new Turns(1);
  await expect(turns.take(1, () => Promise.reject(new Error('damaged')))).rejects.toThrow('damaged');
  expect(await turns.take(1, () => Promise.resolve('next'))).toBe('next');
});

test('pictures that come at once to a server that has read none are all taken in', async () => {
  for (let n = 0; n < 3; n++) {
    const server = await startServer();
    const job = server.services.jobs.create('At once').id;
    const sent = await Promise.all(
      [200, 210, 220, 230].map(async (side) =>
        server.ask({ method: 'POST', url: `/api/jobs/${job}/assets`, ...multipart(`${side}.png`, await png(side, side)) }),
      ),
    );
    expect(sent.map(({ statusCode }) => statusCode)).toEqual([201, 201, 201, 201]);
    await server.close();
  }
}, 60_000);

import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { WebSocket } from 'ws';

interface Answer {
  readonly id?: number;
  readonly type: 'success' | 'error' | 'event';
  readonly message?: string;
  readonly result?: unknown;
}

/** A browser driven by WebDriver BiDi (W3C), as far as the tests of the engine's bits need it. */
export interface BidiBrowser {
  /** What the helpers of the tests call of a page: scripts at its start, and functions evaluated in it. */
  readonly page: Page;
  readonly goto: (url: string) => Promise<void>;
  readonly close: () => Promise<void>;
}

/** Where a browser says that it listens for WebDriver BiDi. */
const listening = (browser: ChildProcess): Promise<string> =>
  new Promise((resolve, reject) => {
    let said = '';
    browser.stderr?.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      const [, url] = /WebDriver BiDi listening on (ws:\S+)/.exec(said) ?? [];
      if (url) resolve(url);
    });
    browser.once('exit', () => reject(new Error(`the browser ended: ${said.slice(-400)}`)));
  });

/** Starts a Firefox without a window. */
export const startFirefox = async (path: string): Promise<BidiBrowser> => {
  const profile = mkdtempSync(join(tmpdir(), 'uvrant-firefox-'));
  const browser = spawn(path, ['--headless', '--no-remote', '--profile', profile, '--remote-debugging-port', '0'], {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: { ...process.env, HOME: profile, MOZ_DISABLE_CONTENT_SANDBOX: '1' },
  });
  const socket = new WebSocket(`${await listening(browser)}/session`, { maxPayload: 2 ** 28 });
  await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
  const waiting = new Map<number, (answer: Answer) => void>();
  socket.on('message', (data: Buffer) => {
    const answer = JSON.parse(data.toString()) as Answer;
    if (answer.id !== undefined) waiting.get(answer.id)?.(answer);
  });
  let last = 0;
  const ask = async <T>(method: string, params: object): Promise<T> => {
    const id = ++last;
    const answer = await new Promise<Answer>((resolve) => {
      waiting.set(id, resolve);
      socket.send(JSON.stringify({ id, method, params }));
    });
    waiting.delete(id);
    if (answer.type === 'error') throw new Error(`${method}: ${answer.message}`);
    return answer.result as T;
  };
  await ask('session.new', { capabilities: {} });
  const { contexts } = await ask<{ contexts: readonly { context: string }[] }>('browsingContext.getTree', {});
  const context = contexts[0]?.context as string;
  await ask('browsingContext.setViewport', { context, viewport: { width: 1280, height: 800 } });
  const evaluate = async (work: unknown, given?: unknown): Promise<unknown> => {
    // Values go there and back as text: what they are is then plain.
    const functionDeclaration = `async (given) => JSON.stringify(await (${String(work)})(JSON.parse(given)) ?? null)`;
    const { type, result, exceptionDetails } = await ask<{
      type: 'success' | 'exception';
      result: { value: string };
      exceptionDetails?: { text: string };
    }>('script.callFunction', {
      functionDeclaration,
      awaitPromise: true,
      target: { context },
      arguments: [{ type: 'string', value: JSON.stringify(given ?? null) }],
    });
    if (type === 'exception') throw new Error(exceptionDetails?.text);
    return JSON.parse(result.value);
  };
  const page = {
    addInitScript: (work: unknown) => ask('script.addPreloadScript', { functionDeclaration: `() => { (${String(work)})(); }` }),
    evaluate,
  } as unknown as Page;
  return {
    page,
    goto: async (url) => void (await ask('browsingContext.navigate', { context, url, wait: 'complete' })),
    close: async () => {
      socket.close();
      const gone = new Promise((resolve) => browser.once('exit', resolve));
      browser.kill();
      await gone;
      rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
    },
  };
};

import { DestroyRef, Injectable, InjectionToken, inject } from '@angular/core';
import { Subject, type Observable } from 'rxjs';
import type { HeardEvent } from '../state/model';

/** The server beats every 15 s; a stream that says nothing for longer than this is dead. */
const SILENT_MS = 40_000;
const LOOK_MS = 5000;
const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 30_000;
const NAME = 'uvrant-events';

/** Opens a stream of server-sent events. */
export const OPEN_STREAM = new InjectionToken<() => EventSource>('event stream', {
  providedIn: 'root',
  factory: () => () => new EventSource('/api/events'),
});

/**
 * What the server tells its windows. A browser has few connections to one server, so its windows share one stream: the window
 * that holds the lock has it and passes on what comes; while no window is seen there is none.
 */
@Injectable({ providedIn: 'root' })
export class ServerStream {
  private readonly open = inject(OPEN_STREAM);
  private readonly heard = new Subject<HeardEvent>();
  readonly events: Observable<HeardEvent> = this.heard;
  private readonly channel = typeof BroadcastChannel === 'function' ? new BroadcastChannel(NAME) : null;
  /** Ends the wait for the lock, or the lead. */
  private leaving: AbortController | null = null;
  private stream: EventSource | null = null;
  private lastHeard = 0;
  private failures = 0;
  private wasLost = false;

  constructor() {
    if (this.channel) this.channel.onmessage = ({ data }: MessageEvent<HeardEvent>) => this.heard.next(data);
    const gone = new AbortController();
    document.addEventListener('visibilitychange', () => this.look(), { signal: gone.signal });
    inject(DestroyRef).onDestroy(() => {
      gone.abort();
      this.leave();
      this.channel?.close();
    });
    this.follow();
  }

  private look(): void {
    if (document.visibilityState === 'hidden') return this.leave();
    if (this.leaving) return;
    // Whatever was told while no window was seen was missed.
    this.wasLost = true;
    this.heard.next({ topic: 'reconnected' });
    this.follow();
  }

  /** Waits for the lead, which one window of the browser has at a time. */
  private follow(): void {
    if (document.visibilityState === 'hidden') return;
    const leaving = new AbortController();
    this.leaving = leaving;
    const { signal } = leaving;
    if (!navigator.locks) return this.lead(signal);
    const ended = new Promise<void>((resolve) => signal.addEventListener('abort', () => resolve()));
    navigator.locks
      .request(NAME, { signal }, () => {
        this.lead(signal);
        return ended;
      })
      // Given up before it came: the window was hidden.
      .catch(() => undefined);
  }

  private leave(): void {
    this.leaving?.abort();
    this.leaving = null;
  }

  private lead(signal: AbortSignal): void {
    if (signal.aborted) return;
    const watch = setInterval(() => {
      if (this.stream && Date.now() - this.lastHeard > SILENT_MS) this.lost(signal);
    }, LOOK_MS);
    signal.addEventListener('abort', () => {
      clearInterval(watch);
      this.stream?.close();
      this.stream = null;
    });
    this.connect(signal);
  }

  private connect(signal: AbortSignal): void {
    if (signal.aborted) return;
    const stream = this.open();
    this.stream = stream;
    this.lastHeard = Date.now();
    stream.onmessage = ({ data }: MessageEvent<string>) => {
      if (this.stream !== stream) return;
      this.lastHeard = Date.now();
      this.failures = 0;
      if (this.wasLost) this.tell({ topic: 'reconnected' });
      this.wasLost = false;
      const event = JSON.parse(data) as HeardEvent | { readonly topic: 'beat' };
      if (event.topic !== 'beat') this.tell(event);
    };
    stream.onerror = () => {
      if (this.stream === stream) this.lost(signal);
    };
  }

  /** Closes a stream that broke or fell silent and opens another, later each time. */
  private lost(signal: AbortSignal): void {
    this.wasLost = true;
    this.stream?.close();
    this.stream = null;
    setTimeout(() => this.connect(signal), Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** this.failures++));
  }

  private tell(event: HeardEvent): void {
    this.channel?.postMessage(event);
    this.heard.next(event);
  }
}

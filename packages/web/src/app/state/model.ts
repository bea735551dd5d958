import type { ServerEvent } from '@uvrant/contract';

/** What the window hears from the server's stream. */
export type HeardEvent =
  | ServerEvent
  /** The stream was lost, and may have missed something. */
  | { readonly topic: 'reconnected' };

/** A picture on its way: sent to the server, then read there. */
export interface Upload {
  readonly id: string;
  readonly name: string;
  readonly sent: number;
  readonly read: number;
  readonly error: string | null;
}

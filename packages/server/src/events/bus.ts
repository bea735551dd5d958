import type { ServerEvent } from '@uvrant/contract';

/** Hands each event to every listener. */
export class EventBus {
  private readonly listeners = new Set<(event: ServerEvent) => void>();

  listen(listener: (event: ServerEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  tell(event: ServerEvent): void {
    for (const listener of this.listeners) listener(event);
  }
}

/** What the server tells its windows as it happens. */
export type ServerEvent =
  | { readonly topic: 'ingest'; readonly upload: string; readonly share: number }
  | { readonly topic: 'scan'; readonly scan: string; readonly share: number }
  | {
      readonly topic: 'send-out';
      readonly id: string;
      readonly jobId: string;
      readonly state: string;
      readonly share: number;
    };

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

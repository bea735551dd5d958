import type { Sheet, SourceInfo } from '@uvrant/core';

/** What the server keeps, as it sends it. */
export interface Job {
  readonly id: string;
  readonly name: string;
  readonly createdAt: number;
  readonly openedAt: number;
}

export interface KeptSheet {
  readonly id: string;
  readonly jobId: string;
  readonly revision: number;
  readonly updatedAt: number;
  readonly document: Sheet;
}

export interface Asset extends SourceInfo {
  readonly name: string;
  readonly format: string;
  readonly bytes: number;
  readonly ppi: number | null;
}

/** A font of the person's own. */
export interface OwnFont {
  readonly sha256: string;
  readonly name: string;
  readonly bytes: number;
}

export interface JobContents {
  readonly job: Job;
  readonly sheets: readonly KeptSheet[];
  readonly assets: readonly Asset[];
}

export interface SendOut {
  readonly id: string;
  readonly jobId: string;
  readonly sheetId: string;
  readonly sheetName: string;
  readonly format: string;
  readonly devicePpi: number;
  readonly width: number;
  readonly height: number;
  readonly state: 'queued' | 'rendering' | 'done' | 'failed' | 'cancelled';
  readonly bytes: number | null;
  readonly error: string | null;
  readonly createdAt: number;
  readonly finishedAt: number | null;
  readonly fileName: string;
}

export type ServerEvent =
  | { readonly topic: 'ingest'; readonly upload: string; readonly share: number }
  | { readonly topic: 'send-out'; readonly id: string; readonly jobId: string; readonly state: SendOut['state']; readonly share: number };

/** A picture on its way: sent to the server, then read there. */
export interface Upload {
  readonly id: string;
  readonly name: string;
  readonly sent: number;
  readonly read: number;
  readonly error: string | null;
}

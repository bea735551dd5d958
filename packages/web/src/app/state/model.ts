import type { RampStop, Sheet, SourceInfo } from '@uvrant/core';

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
  /** Why it cannot be opened; null for one that can. */
  readonly fault: string | null;
}

/** What can be removed, and come back out of the tray. */
export type TrayKind = 'job' | 'sheet' | 'picture' | 'font' | 'send-out';

/** Something removed that can still be put back. */
export interface TrayItem {
  readonly kind: TrayKind;
  readonly id: string;
  readonly jobId: string | null;
  readonly name: string;
  readonly removedAt: number;
  readonly goesAt: number;
  /** Names of the sheets that use it. */
  readonly usedBy: readonly string[];
}
export type Removable = Pick<TrayItem, 'kind' | 'id' | 'jobId' | 'name'>;

export interface Asset extends SourceInfo {
  readonly name: string;
  readonly format: string;
  readonly bytes: number;
  readonly ppi: number | null;
  readonly drawer: Drawer;
  readonly tags: readonly string[];
  readonly mean: number | null;
  readonly spread: number | null;
  readonly directional: boolean | null;
  readonly tileable: boolean | null;
  /** What is to be known of how it was read; null for most. */
  readonly note: string | null;
}

export type Drawer = 'picture' | 'texture' | 'frame';

/** A ramp put by in the plan chest. */
export interface KeptRamp {
  readonly id: string;
  readonly name: string;
  readonly stops: readonly RampStop[];
}

export interface ScannerDevice {
  readonly id: string;
  readonly name: string;
  readonly glass: { readonly width: number; readonly height: number };
  readonly ppi: { readonly min: number; readonly max: number };
  readonly things: readonly { readonly name: string; readonly title: string; readonly note: string }[];
}

/** How the glass is looked at, and what lies on it. */
export interface GlassLook {
  readonly glass: { readonly surface: string; readonly seed: number; readonly tiles: boolean };
  readonly colour: boolean;
  readonly exposure: number;
}

export interface ScanOrder extends GlassLook {
  readonly scan: string;
  readonly device: string;
  readonly name: string;
  readonly ppi: number;
  readonly area: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
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
  /** The stream was lost, and may have missed something. */
  | { readonly topic: 'reconnected' }
  | { readonly topic: 'ingest'; readonly upload: string; readonly share: number }
  | { readonly topic: 'scan'; readonly scan: string; readonly share: number }
  | { readonly topic: 'send-out'; readonly id: string; readonly jobId: string; readonly state: SendOut['state']; readonly share: number };

/** A picture on its way: sent to the server, then read there. */
export interface Upload {
  readonly id: string;
  readonly name: string;
  readonly sent: number;
  readonly read: number;
  readonly error: string | null;
}

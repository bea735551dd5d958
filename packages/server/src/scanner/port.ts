import type { MessagePort } from 'node:worker_threads';
import type { ScannerDevice } from '@uvrant/contract';

/** What lies on a device's glass: one of the things that it says it has, from a seed; tiling where it is to repeat. */
export interface OnGlass {
  readonly surface: string;
  readonly seed: number;
  readonly tiles: boolean;
}

export interface ScanArea {
  /** Millimetres from the glass's top left corner. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface ScanOrder {
  readonly glass: OnGlass;
  readonly ppi: number;
  readonly colour: boolean;
  readonly area: ScanArea;
  /** Photographic stops: light doubled or halved. */
  readonly exposure: number;
}

/** A scanner: the server asks it for its devices and for scans, whatever is behind it. */
export interface Scanner {
  readonly devices: () => readonly ScannerDevice[];
  /**
   * Scans an area into a PNG file. Progress goes to the port as shares; called off by the signal.
   * @throws AppError `bad-scan` for an order that the device cannot fill, saying what it can.
   */
  readonly scan: (device: string, order: ScanOrder, file: string, progress: MessagePort, signal?: AbortSignal) => Promise<void>;
}

/**
 * JSON Schemas of what the routes answer, by which Fastify writes it: nothing but what the contract names leaves the server. A key
 * that is missing here, or not in the contract, does not compile.
 */
import type { Asset, Job, JobContents, KeptRamp, KeptSheet, OwnFont, ScannerDevice, SendOut, SendPreset, TrayItem } from '@uvrant/contract';

type Json = Readonly<Record<string, unknown>>;

const text = { type: 'string' };
const number = { type: 'number' };
const toggle = { type: 'boolean' };
/** Anything as it is. */
const open = {};
const orNull = (of: { readonly type: string }): Json => ({ ...of, nullable: true });
const list = (items: Json): Json => ({ type: 'array', items });
const object = <T>(properties: Readonly<Record<keyof T, Json>>): Json => ({
  type: 'object',
  properties,
  required: Object.keys(properties),
});

const JOB = object<Job>({ id: text, name: text, createdAt: number, openedAt: number });

const SHEET = object<KeptSheet>({ id: text, jobId: text, revision: number, updatedAt: number, document: open, fault: orNull(text) });

const ASSET = object<Asset>({
  sha256: text,
  name: text,
  format: text,
  bytes: number,
  width: number,
  height: number,
  channels: number,
  depth: number,
  levels: number,
  ppi: orNull(number),
  drawer: text,
  tags: list(text),
  mean: orNull(number),
  spread: orNull(number),
  directional: orNull(toggle),
  tileable: orNull(toggle),
  note: orNull(text),
});

const RAMP = object<KeptRamp>({ id: text, name: text, stops: list(open) });
const FONT = object<OwnFont>({ sha256: text, name: text, bytes: number });
const PRESET = object<SendPreset>({ id: text, name: text, choice: open });

const DEVICE = object<ScannerDevice>({
  id: text,
  name: text,
  glass: object<ScannerDevice['glass']>({ width: number, height: number }),
  ppi: object<ScannerDevice['ppi']>({ min: number, max: number }),
  things: list(object<ScannerDevice['things'][number]>({ name: text, title: text, note: text })),
});

const SEND_OUT = object<SendOut>({
  id: text,
  jobId: text,
  sheetId: text,
  sheetName: text,
  format: text,
  options: open,
  ink: orNull(text),
  crop: open,
  devicePpi: number,
  width: number,
  height: number,
  state: text,
  attempts: number,
  bytes: orNull(number),
  error: orNull(text),
  note: orNull(text),
  createdAt: number,
  finishedAt: orNull(number),
  pattern: text,
  fileName: text,
  hasPicture: toggle,
});

const TRAY_ITEM = object<TrayItem>({
  kind: text,
  id: text,
  jobId: orNull(text),
  name: text,
  removedAt: number,
  goesAt: number,
  usedBy: list(text),
});

/** Answers by what they hold, for the `response` of a route's schema. */
export const ANSWERS = {
  job: JOB,
  jobs: list(JOB),
  contents: object<JobContents>({ job: JOB, sheets: list(SHEET), assets: list(ASSET) }),
  sheet: SHEET,
  asset: ASSET,
  ramp: RAMP,
  ramps: list(RAMP),
  font: FONT,
  fonts: list(FONT),
  devices: list(DEVICE),
  sendOut: SEND_OUT,
  sendOuts: list(SEND_OUT),
  preset: PRESET,
  presets: list(PRESET),
  tray: list(TRAY_ITEM),
} as const;

/** An answer of 200, or of 201 or 202 for what was made or taken on. */
export const answers = (name: keyof typeof ANSWERS): { readonly response: Json } => ({ response: { '2xx': ANSWERS[name] } });

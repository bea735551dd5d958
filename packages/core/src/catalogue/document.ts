/** The whole sheet document described: what the server checks, the JSON Schema says, and references are looked for in. */
import { BLEND_MODES } from '../blend/modes';
import { dialFields } from '../fields/dials';
import * as field from '../fields/fields';
import type { Field } from '../fields/fields';
import { ID } from '../fields/values';
import { MASK } from '../masks/kinds';
import {
  EDGES,
  INK,
  LAY,
  LONGEST_NAME,
  MOST_PASSES,
  PLACEMENT,
  PPI,
  SHEET_FORMAT,
  SIZE,
  STOCK,
  type Pass,
  type Sheet,
  type Source,
  type Step,
} from '../sheet/model';
import { SOURCE_FIELDS } from '../sources/kinds';
import type { AnyStep } from '../steps/declare';
import { WEAR } from '../wears/kinds';
import { STEPS } from './steps';

const ZONE = field.record({ id: ID, masks: field.list(MASK), params: field.open });

/** A step of a kind; the params of another version are that version's business. */
const stepField = ({ title, purpose, version, dials }: AnyStep): Field => ({
  ...field.record({
    id: ID,
    version: field.whole(1),
    on: field.toggle,
    amount: field.share,
    params: field.versioned('version', version, field.record(dialFields(dials))),
    masks: field.list(MASK),
    zones: field.list(ZONE),
  }),
  title,
  description: purpose,
});

const STEP = field.named<Step>('step', () =>
  field.kinds(Object.fromEntries((STEPS as readonly AnyStep[]).map((step) => [step.kind, stepField(step)]))),
);

const SOURCE = field.named<Source>('source', () =>
  field.kinds({
    ...SOURCE_FIELDS,
    group: {
      ...field.record({ passes: field.list(PASS) }),
      title: 'Group',
      description: 'Passes that are treated and laid down together.',
    },
    overall: { ...field.record({}), title: 'Overall', description: 'What is printed so far, treated or laid over itself.' },
  }),
);

export const PASS: Field<Pass> = field.named<Pass>('pass', () =>
  field.record({
    id: ID,
    name: field.name(LONGEST_NAME),
    on: field.toggle,
    locked: field.optional(field.toggle),
    source: SOURCE,
    placement: PLACEMENT,
    steps: field.list(STEP),
    masks: field.list(MASK),
    wear: field.list(WEAR),
    edges: field.optional(EDGES),
    lay: field.record({ ...LAY.fields, mode: field.text({ least: 1, known: BLEND_MODES.map(({ name }) => name) }) }),
  }),
);

export const SHEET: Field<Sheet> = field.record({
  format: field.choice(SHEET_FORMAT),
  version: field.whole(1),
  name: field.name(LONGEST_NAME),
  size: SIZE,
  ppi: PPI,
  edges: EDGES,
  stock: STOCK,
  inks: field.list(INK, { unique: 'id' }),
  passes: field.list(PASS, { most: MOST_PASSES, says: 'passes, those in groups counted' }),
});

/** The one colour that a pass prints in, where it has one: asked and set alike for passes of all kinds. */
import type { ColourRef, Pass, Step } from '../sheet/model';
import { sourceOfKind } from '../sources/kinds';
import { stepOfKind } from './steps';

/** What of a source or step holds its colour, and that colour; `null` is the sheet's first ink. */
interface Inking {
  readonly dial: string;
  readonly colour: ColourRef | null;
}

const isColour = (dials: Readonly<Record<string, { readonly type: string }>>, name: string): boolean => dials[name]?.type === 'colour';

/** A screen or a tint prints in its ink. */
const ofStep = ({ kind, params }: Step): Inking | null => {
  const declaration = stepOfKind(kind);
  return declaration && isColour(declaration.dials, 'ink') ? { dial: 'ink', colour: params['ink'] as ColourRef | null } : null;
};

const ofSource = ({ source }: Pass): Inking | null => {
  const dials = sourceOfKind(source.kind)?.dials ?? {};
  const values = source as unknown as Readonly<Record<string, unknown>>;
  // What is not filled shows its border only.
  const dial = isColour(dials, 'borderColour') && values['filled'] === false ? 'borderColour' : 'colour';
  return isColour(dials, dial) ? { dial, colour: values[dial] as ColourRef | null } : null;
};

/** The step that gives a pass its colour: the last one that has an ink and is on. */
const inkingStep = ({ steps }: Pass): Step | undefined => steps.findLast((step) => step.on && ofStep(step) !== null);

/** The colour that a pass prints in: its last screen's or tint's, else its source's own; undefined where it has many. */
export const colourOfPass = (pass: Pass): ColourRef | null | undefined => {
  const step = inkingStep(pass);
  return (step ? ofStep(step) : ofSource(pass))?.colour;
};

/** A pass in another colour; as it is where it has many. */
export const passInColour = (pass: Pass, colour: ColourRef): Pass => {
  const step = inkingStep(pass);
  if (step) {
    const inked = { ...step, params: { ...step.params, ink: colour } };
    return { ...pass, steps: pass.steps.map((each) => (each === step ? inked : each)) };
  }
  const own = ofSource(pass);
  return own ? { ...pass, source: { ...pass.source, [own.dial]: colour } } : pass;
};

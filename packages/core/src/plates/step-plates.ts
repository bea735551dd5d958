import { stepOfKind } from '../catalogue/steps';
import type { Plate } from '../steps/declare';
import type { Step } from '../sheet/model';

/** The plates that a step prints its input by; none of one that prints in another way. */
export const platesOf = ({ kind, params }: Pick<Step, 'kind' | 'params'>): readonly Plate[] => {
  const apply = stepOfKind(kind)?.apply;
  return apply !== undefined && 'plates' in apply ? apply.plates(params as never) : [];
};

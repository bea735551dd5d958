/** Every tool that is used on the table. One joins the bench here and in its own file, nowhere else. */
import { isShown, stepOfKind, type DialType, type Mask, type Step } from '@uvrant/core';
import type { Drawing } from '../../state/bench';
import { Bender } from './bender';
import { brush } from './brush';
import { Plotter } from './plotter';
import { outline } from './outline';
import { sampler } from './sampler';
import type { ToolKind } from './tool';

const TOOLS: readonly ToolKind[] = [brush, outline, sampler];

/** The tools that draw a dial of the step in hand, by its type. */
const DIAL_TOOLS: Partial<Record<DialType, ToolKind>> = {
  bends: { component: Bender, isFor: () => false },
  drawn: { component: Plotter, isFor: () => false },
};

/** The tool for a step that has a dial to be drawn, while it is shown. */
export const toolForStep = ({ kind, params }: Step): ToolKind | null =>
  Object.values(stepOfKind(kind)?.dials ?? {})
    .filter((dial) => isShown(dial, params))
    .map(({ type }) => DIAL_TOOLS[type])
    .find((tool) => tool !== undefined) ?? null;

/** The tool for the open mask, while there is one. */
export const toolFor = (mask: Mask | null, drawing: Drawing | null): ToolKind | null =>
  (mask && TOOLS.find((tool) => tool.isFor(mask, drawing))) ?? null;

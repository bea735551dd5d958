/** Every tool that is used on the table. One joins the bench here and in its own file, nowhere else. */
import type { Mask } from '@uvrant/core';
import type { Drawing } from '../../state/bench';
import { Bender } from './bender';
import { brush } from './brush';
import { outline } from './outline';
import { sampler } from './sampler';
import type { ToolKind } from './tool';

const TOOLS: readonly ToolKind[] = [brush, outline, sampler];

/** Draws the strokes of a bend, which is a step and no mask. */
export const bendTool: ToolKind = { component: Bender, isFor: () => false };

/** The tool for the open mask, while there is one. */
export const toolFor = (mask: Mask | null, drawing: Drawing | null): ToolKind | null =>
  (mask && TOOLS.find((tool) => tool.isFor(mask, drawing))) ?? null;

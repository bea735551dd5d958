/** Every check of a sheet before it is sent. A check joins the program here and in its own file, nowhere else. */
import type { Graph, InfoOf } from '../render/compile/graph';
import type { PlanWork, Rendering, Work } from '../nodes/node';
import type { TileName } from '../raster/source-tiles';
import type { Sheet } from '../sheet/model';
import { clearPixels } from './clear-pixels';
import type { Check, CheckAt, Finding } from './declare';
import { inkTotal } from './ink-total';
import { nearTrim } from './near-trim';
import { onScreens } from './on-screens';
import { onTheSheet } from './on-the-sheet';
import { pictures } from './pictures';
import { PROFILES, type ProfileName } from './profiles';
import { screenAndMesh, screenAndPixels } from './screens';
import { smallDots, smallHoles } from './small-dots';
import { typeSize } from './type-size';
import { unknownParts } from './unknown-parts';

export const CHECKS: Readonly<Record<string, Check>> = {
  unknown: unknownParts,
  clear: clearPixels,
  dots: smallDots,
  holes: smallHoles,
  ink: inkTotal,
  mesh: screenAndMesh,
  pixels: screenAndPixels,
  pictures,
  type: typeSize,
  trim: nearTrim,
  beside: onTheSheet,
  screens: onScreens,
};

/** What the checks of a sheet came to. */
export interface CheckReport {
  readonly findings: readonly Finding[];
  readonly inOrder: readonly { readonly title: string; readonly figure: string }[];
}

/** The checks of a sheet by a profile, at analysis scale and at its own pixels: what they need, and the checks themselves. */
export const sheetChecks = (
  sheet: Sheet,
  name: ProfileName,
  graphs: { readonly analysis: Graph; readonly whole: Graph },
  infoOf: InfoOf,
): { readonly wants: (work: PlanWork) => TileName[]; readonly run: (work: Work) => Rendering<CheckReport> } => {
  const at: CheckAt = { sheet, profile: PROFILES[name], infoOf, ...graphs };
  return {
    wants: (work) => Object.values(CHECKS).flatMap((check) => check.wants?.(at, work) ?? []),
    *run(work) {
      const findings: Finding[] = [];
      const inOrder: { title: string; figure: string }[] = [];
      for (const [check, { title, run }] of Object.entries(CHECKS)) {
        const outcome = yield* run(at, work);
        findings.push(...outcome.findings.map((finding) => ({ ...finding, check })));
        if (outcome.figure !== null) inOrder.push({ title, figure: outcome.figure });
      }
      return { findings, inOrder };
    },
  };
};

import type { Step } from '../sheet/model';
import { cast } from '../steps/light/cast';
import { glints } from '../steps/light/glints';
import { halo } from '../steps/light/halo';
import { metal } from '../steps/light/metal';
import { shade } from '../steps/light/shade';
import { bend } from '../steps/warp/bend';
import { displace } from '../steps/warp/displace';
import { defaultParams, type ParamsOf } from '../fields/dials';
import type { AnyStep } from '../steps/declare';
import { colourBack } from '../steps/colour/colour-back';
import { tint } from '../steps/colour/tint';
import { warmth } from '../steps/colour/warmth';
import { blur } from '../steps/edge/blur';
import { inkSpread } from '../steps/press/ink-spread';
import { channelScreen } from '../steps/process/channel-screen';
import { stretch } from '../steps/warp/stretch';
import { ownScreen } from '../steps/screen/own-screen';
import { processScreen } from '../steps/process/process-screen';
import { errorDiffusion } from '../steps/screen/error-diffusion';
import { roundScreen } from '../steps/screen/round-screen';
import { stochastic } from '../steps/screen/stochastic';
import { textureScreen } from '../steps/screen/texture-screen';
import { screen } from '../steps/screen/screen';
import { curve } from '../steps/tone/curve';
import { exposure } from '../steps/tone/exposure';
import { greyResponse } from '../steps/tone/grey-response';
import { invert } from '../steps/tone/invert';
import { levels } from '../steps/tone/levels';
import { threshold } from '../steps/tone/threshold';

import { matchTones } from '../steps/tone/match-tones';
import { contrast } from '../steps/tone/contrast';
import { shadowsHighlights } from '../steps/tone/shadows-highlights';
import { localContrast } from '../steps/tone/local-contrast';
import { litHighlights } from '../steps/tone/lit-highlights';
import { posterise } from '../steps/tone/posterise';
import { faded } from '../steps/tone/faded';
import { saturation } from '../steps/colour/saturation';
import { oneHue } from '../steps/colour/one-hue';
import { colourRamp } from '../steps/colour/colour-ramp';
import { wash } from '../steps/colour/wash';
import { fade } from '../steps/colour/fade';
import { splitTint } from '../steps/colour/split-tint';
import { sharpen } from '../steps/edge/sharpen';
import { softGlow } from '../steps/edge/soft-glow';
import { denoise } from '../steps/edge/denoise';
import { edgeLines } from '../steps/edge/edge-lines';
import { gain } from '../steps/press/gain';
import { grain } from '../steps/press/grain';
import { harden } from '../steps/press/harden';
import { dryRoller } from '../steps/press/dry-roller';
import { misregister } from '../steps/press/misregister';
import { relief } from '../steps/press/relief';
import { copier } from '../steps/press/copier';

/** Every kind of step there is. A step joins the program here and in its own file, nowhere else. */
export const STEPS = [
  exposure,
  greyResponse,
  levels,
  contrast,
  matchTones,
  curve,
  shadowsHighlights,
  localContrast,
  litHighlights,
  posterise,
  faded,
  invert,
  threshold,
  sharpen,
  blur,
  softGlow,
  denoise,
  edgeLines,
  screen,
  stochastic,
  ownScreen,
  processScreen,
  channelScreen,
  errorDiffusion,
  textureScreen,
  roundScreen,
  copier,
  harden,
  inkSpread,
  dryRoller,
  misregister,
  gain,
  grain,
  relief,
  saturation,
  oneHue,
  colourBack,
  tint,
  splitTint,
  colourRamp,
  wash,
  fade,
  warmth,
  displace,
  stretch,
  bend,
  halo,
  cast,
  shade,
  metal,
  glints,
] as const satisfies readonly AnyStep[];

export type StepKind = (typeof STEPS)[number]['kind'];
export type StepParams<K extends StepKind> = ParamsOf<Extract<(typeof STEPS)[number], { kind: K }>['dials']>;

const BY_KIND: ReadonlyMap<string, AnyStep> = new Map(STEPS.map((step) => [step.kind, step as AnyStep]));

/** The declaration of a kind, or undefined for one that this version does not know. */
export const stepOfKind = (kind: string): AnyStep | undefined => BY_KIND.get(kind);

/** A step of a kind at full amount, its dials at their defaults but for those told. */
export const freshStep = (kind: StepKind, params: Readonly<Record<string, unknown>> = {}, id: string = kind): Step => {
  const declaration = BY_KIND.get(kind);
  if (!declaration) throw new Error(`no step ${kind}`);
  return {
    id,
    kind,
    version: declaration.version,
    on: true,
    amount: 1,
    params: { ...defaultParams(declaration), ...params },
    masks: [],
    zones: [],
  };
};

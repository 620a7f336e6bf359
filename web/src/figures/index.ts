import { camDrag, camLine, camOrder, camReam, camShell, camStrip, camWindow } from './camBearing';
import { endFloat, plate, shims, spigot } from './crankEnd';
import { bolts, centring, hang, housing, rail } from './housing';
import { hubFace } from './hubFace';
import { boltRing, inspect, positiveStop, sweep, track, tree } from './inspection';
import { timingMark } from './mark';
import { checks, diameters, draw, fit } from './noseHub';
import type { Scene, SceneInput } from './scene';
import { pressed, pressedHeat } from './pressed';
import { pressStack } from './pressStack';
import { puller, yoke } from './puller';
import { rocker, tray } from './rocker';
import { seal, sealant, sealDepth } from './seal';
import { cooling, method } from './warm';
import { wrench } from './wrench';

const figures: Record<string, (input: SceneInput) => Scene> = {
  checks,
  diameters,
  fit,
  draw,
  'hub-face': hubFace,
  wrench,
  mark: (input) =>
    input.step.ref.task.kind === 'balancer-inspect' ? positiveStop(input) : timingMark(input),
  inspect,
  sweep,
  track,
  tree,
  method,
  cooling,
  'bolt-ring': boltRing,
  'cam-shell': camShell,
  'cam-order': camOrder,
  'cam-window': camWindow,
  'cam-line': camLine,
  'cam-ream': camReam,
  'cam-drag': camDrag,
  'cam-strip': camStrip,
  cover: housing,
  housing,
  hang,
  centring,
  bolts,
  rail,
  seal,
  'seal-depth': sealDepth,
  'sleeve-gap': sealDepth,
  sealant,
  float: endFloat,
  shims,
  plate,
  spigot,
  puller,
  yoke,
  tray,
  rocker,
  'press-stack': pressStack,
  pressed,
  'pressed-heat': pressedHeat,
};

/** The figure of a step: the one that its procedure names. */
export const sceneOf = (input: SceneInput): Scene => (figures[input.step.figure] ?? checks)(input);

import { camDrag } from './cam/camDrag';
import { camLine } from './cam/camLine';
import { camOrder } from './cam/camOrder';
import { camReam } from './cam/camReam';
import { camShell } from './cam/camShell';
import { camStrip } from './cam/camStrip';
import { camWindow } from './cam/camWindow';
import { endFloat } from './seals/endFloat';
import { plate } from './seals/plate';
import { shims } from './seals/shims';
import { spigot } from './seals/spigot';
import { bolts } from './housing/bolts';
import { centring } from './housing/centring';
import { hang } from './housing/hang';
import { housing } from './housing/housing';
import { rail } from './housing/rail';
import { hubFace } from './balancer/hubFace';
import { boltRing } from './balancer/boltRing';
import { inspect } from './balancer/inspect';
import { positiveStop } from './balancer/positiveStop';
import { sweep } from './balancer/runOut';
import { track } from './balancer/track';
import { tree } from './balancer/tree';
import { timingMark } from './balancer/timingMark';
import { checks } from './balancer/checks';
import { diameters } from './balancer/diameters';
import { draw } from './balancer/draw';
import { fit } from './balancer/fit';
import type { Scene, SceneInput } from './scene';
import { pressed } from './pressed/pressed';
import { pressedHeat } from './pressed/pressedHeat';
import { pressStack } from './pressed/pressStack';
import { puller } from './balancer/puller';
import { yoke } from './balancer/yokeJaws';
import { rocker } from './pressed/rocker';
import { tray } from './pressed/tray';
import { seal } from './seals/seal';
import { sealant } from './seals/sealant';
import { sealDepth } from './seals/sealDepth';
import { cooling } from './balancer/cooling';
import { method } from './balancer/method';
import { wrench } from './balancer/wrench';

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

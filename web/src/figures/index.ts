import { camTunnel } from './cam/camTunnel';
import { crankFloat } from './seals/crankFloat';
import { camDrag } from './cam/camDrag';
import { camLine } from './cam/camLine';
import { camOrder } from './cam/camOrder';
import { camReam } from './cam/camReam';
import { camShell } from './cam/camShell';
import { camStrip } from './cam/camStrip';
import { camWindow } from './cam/camWindow';
import { endFloat } from './seals/endFloat';
import { flywheel } from './seals/flywheel';
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
import { undrawn } from './undrawn';
import { fit } from './balancer/fit';
import type { Drawn, SceneInput } from './scene';
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

/** Each figure by the name that run sheets give it; AddressTests holds both to one list. */
const figures: Record<string, (input: SceneInput) => Drawn> = {
  'balancer-parts': checks,
  'balancer-dressed': checks,
  'draw-tool': checks,
  'crank-turns': checks,
  'crank-locked': checks,
  'crank-bolt-out': checks,
  'kept-together': checks,
  'body-screws': checks,
  'on-pilot': checks,
  'nose-diameters': diameters,
  'bore-diameters': diameters,
  fit,
  method,
  cooling,
  draw,
  'hub-face': hubFace,
  wrench,
  mark: timingMark,
  puller,
  pull: puller,
  yoke,
  prise: yoke,
  'inspect-rubber': inspect,
  'inspect-metal': inspect,
  'sweep-radial': sweep,
  'sweep-face': sweep,
  'positive-stop': positiveStop,
  track,
  tree,
  'bolt-ring': boltRing,
  'cam-out': camShell,
  'cam-bores': camTunnel,
  'cam-shell': camShell,
  'cam-order': camOrder,
  'cam-start': camWindow,
  'cam-bite': camWindow,
  'cam-look': camWindow,
  'cam-seat': camWindow,
  'cam-line': camLine,
  'cam-ream': camReam,
  'cam-in': camTunnel,
  'cam-drag': camDrag,
  'cam-plug': camTunnel,
  'cam-strip': camStrip,
  'cover-before': housing,
  cover: housing,
  housing,
  hang,
  centring,
  bolts,
  'flange-bolts': bolts,
  rail,
  seal,
  'seal-depth': sealDepth,
  'sleeve-gap': sealDepth,
  sealant,
  'crank-float': crankFloat,
  float: endFloat,
  shims,
  'shims-trial': shims,
  plate,
  flywheel,
  'flywheel-on': flywheel,
  'spigot-out': spigot,
  'spigot-bore': spigot,
  'spigot-in': spigot,
  'spigot-seal': spigot,
  tray,
  'tray-compared': tray,
  'tray-back': tray,
  'rocker-out': rocker,
  'rocker-body': rocker,
  'rocker-first': rocker,
  'rocker-trunnion': rocker,
  'rocker-second': rocker,
  'rocker-float': rocker,
  'rocker-clips': rocker,
  'stack-out': pressStack,
  'stack-in': pressStack,
  'pressed-stack': pressStack,
  'pressed-facing': pressed,
  'pressed-sizes': pressed,
  'pressed-press': pressed,
  'pressed-home': pressed,
  'pressed-inside': pressed,
  'pressed-way': pressedHeat,
  'pressed-heat': pressedHeat,
};

const none = ({ step }: SceneInput): Drawn => ({ title: step.title, places: {}, drawing: null });

/** The figure of a step: the one that its procedure names; nothing yet where the step is still on its way, and its boxes alone where what
 * is known of the engine is too little for it. */
export function sceneOf(input: SceneInput): Drawn {
  try {
    return (figures[input.step.figure] ?? none)(input);
  } catch (fault) {
    console.error(`The figure “${input.step.figure}” could not be drawn.`, fault);
    return undrawn(input);
  }
}

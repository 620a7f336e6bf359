import type { CardInput, CardScene } from './scene';
import { balancer } from './balancer';
import { bearing } from './bearing';
import { flange, float } from './crank';
import { housing } from './housing';
import { pressed } from './pressed';
import { rocker } from './rocker';
import { seal } from './seal';

const parts: Record<string, (input: CardInput) => CardScene> = {
  balancer,
  crankBolt: balancer,
  cover: housing,
  frontSeal: seal,
  endFloat: float,
  spigot: flange,
  cam: bearing,
  auxiliary: (input) => bearing(input, 'auxiliary'),
  rockers: rocker,
};

/** The part that a value is of; of the rear seal's, that which the value is on. */
export function cardFigure(path: string, input: CardInput): CardScene | undefined {
  const [part, on] = path.split('/');
  const draws =
    part === 'rear'
      ? on === 'flange'
        ? flange
        : on === 'housing' && input.sheet.rear?.housing
          ? housing
          : seal
      : part!.startsWith('pressed-')
        ? pressed(part!)
        : parts[part!];
  return draws?.(input);
}

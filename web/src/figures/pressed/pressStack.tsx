import { Hatches } from '../kit/Hatches';
import { type Place, type Drawn, type SceneInput, slotsOf, shownOn } from '../scene';
import { Refusals } from './Refusals';
import { Section as Body } from './RockerSection';
import { kitOf } from './rockers';
import { Section } from './StackSection';
import { PressedSection, pressedScale } from './PressedSection';
import { pressedOf } from './pressedOf';
import { type Piece, stacked } from './stack';

/** The press stacked in section, to scale, and why each other piece won't do. */
export function pressStack({ sheet, task, step, reader }: SceneInput): Drawn {
  const slots = slotsOf(step);
  const part = pressedOf(sheet, task);
  const made = stacked(sheet, task, step);
  const answer = step.now.answer?.calculator === 'press-support' ? step.now.answer : undefined;
  const source = shownOn(task, 'stack-out') ?? step;
  const own = slots.some((x) => x.slot.key === 'stock') ? step : source;
  const laid: readonly Piece[] = slotsOf(own).find((s) => s.slot.key === 'stock')?.live?.stock ?? [];
  const named = (id: string): string => laid.find((p) => p.id === id)?.name ?? id;
  const places: Record<string, Place> = {
    press: { at: [28, 92], width: 400 },
    stock: { at: [28, 184], width: 400 },
    tried: { at: [28, 96], width: 400 },
  };
  const daylight = slotsOf(own).find((s) => s.slot.key === 'press')?.live?.tool?.reachMm;
  return {
    title:
      step.figure === 'stack-in'
        ? 'The stack to press in, in section, to scale'
        : 'The press stacked, in section, to scale',
    places: Object.fromEntries(
      Object.entries(places).filter(([key]) => slots.some((x) => x.slot.key === key)),
    ),
    choice: { left: 28, bottom: 12, width: 200 },
    ...(answer && {
      aside: {
        at: [step.figure === 'stack-out' ? 246 : 28, own === step ? 236 : 150],
        width: step.figure === 'stack-out' ? 290 : 470,
        height: own === step ? 250 : 336,
        content: <Refusals answer={answer} named={named} />,
      },
    }),
    ...(answer && {
      twin: [
        ['Support', answer.support ? named(answer.support) : 'none fits'],
        ['Pusher', answer.pusher ? named(answer.pusher) : 'none fits'],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        {!answer && part && (
          <PressedSection part={part} at={[760, 262]} scale={0.9 * pressedScale(part)} apart lit />
        )}
        {!answer && !part && sheet.rockers && (
          <Body
            rockers={sheet.rockers}
            kit={kitOf(sheet.rockers, task)}
            at={[760, 280]}
            s={Math.min(8, 300 / sheet.rockers.body.outerMm, 400 / sheet.rockers.trunnion.lengthMm)}
            stage={0}
            firstMm={undefined}
            secondMm={undefined}
          />
        )}
        {made && answer && (
          <Section
            made={made}
            answer={answer}
            support={laid.find((p) => p.id === answer?.support)}
            pusher={laid.find((p) => p.id === answer?.pusher)}
            daylightMm={daylight}
            reader={reader}
          />
        )}
      </>
    ),
  };
}

import type { ReactNode } from 'react';
import type { JobCard } from '../../api/types';
import { useReader } from '../../entry/reader';
import { writeQuantity } from '../../entry/wording';
import { useNarrow } from '../../ui/useNarrow';
import { CallMark } from '../call/CallMark';

/** What the work is done with, how long it takes, what can hurt. */
export function CardAside({ card }: { card: JobCard }) {
  const reader = useReader();
  const narrow = useNarrow();
  const say = (value: number, dimension: JobCard['gauges'][number]['dimension']) =>
    writeQuantity({ value, dimension, resolution: dimension === 'length' ? 0.001 : 0.1 }, reader);
  // What the instrument is called says already that its accuracy is a default.
  const named = (g: JobCard['gauges'][number]) => {
    const [name, rest] = g.name!.split(/, (?=accuracy a default$)/);
    return `${name}${g.uncertainty > 0 ? ` ± ${say(g.uncertainty, g.dimension)}` : ''}${rest ? ' (a default)' : ''}`;
  };
  return (
    <aside
      aria-label="What it takes"
      // Where it scrolls, it can be scrolled by keys.
      tabIndex={narrow ? undefined : 0}
      className="min-h-0 overflow-y-auto border-l-2 border-ink bg-page px-4 py-2 max-lg:border-t-2 max-lg:border-l-0"
    >
      {card.tools.length > 0 && (
        <Part name="Tools">
          {card.tools.map((t) => (
            <Line key={t.what} mark={t.name ? 'go' : 'stop'}>
              {t.name ? `${t.name}: ${t.setUp}` : `${t.what}: none that fits. ${t.setUp}`}
            </Line>
          ))}
        </Part>
      )}
      {card.gauges.length > 0 && (
        <Part name="Gauges">
          {card.gauges.map((g) => (
            <Line key={g.kind} mark={!g.name ? 'decide' : g.coarseFor ? 'look-again' : 'go'}>
              {!g.name
                ? `No ${g.kind.replace('-', ' ')} here: type what you read by other means`
                : g.coarseFor && g.limit != null
                  ? `${named(g)} is coarse for ${g.coarseFor.toLowerCase()} ${say(g.limit, g.dimension)}`
                  : named(g)}
            </Line>
          ))}
        </Part>
      )}
      <Part name="Time">
        <p>{`About ${card.minutes} min, a Neat Bore default: ${card.steps} steps, ${card.readings} readings and ticks.`}</p>
      </Part>
      <Part name="Care">
        {card.cautions.map((words) => (
          <p key={words}>{words}</p>
        ))}
        <p className="text-muted">
          An aid to judgement. The engine’s manual, the tool’s maker, local rules and licensed practice come
          first.
        </p>
      </Part>
    </aside>
  );
}

const Part = ({ name, children }: { name: string; children: ReactNode }) => (
  <section className="grid grid-cols-[76px_1fr] gap-2 border-b-2 border-rule py-2 font-read text-base leading-snug last:border-b-0">
    <h2 className="font-sans text-title leading-tight font-bold">{name}</h2>
    <div className="grid content-start gap-1.5">{children}</div>
  </section>
);

const Line = ({ mark, children }: { mark: 'go' | 'stop' | 'decide' | 'look-again'; children: ReactNode }) => (
  <p className="grid grid-cols-[22px_1fr] gap-2">
    <span className="pt-0.5">
      <CallMark mark={mark} size={18} />
    </span>
    <span className={mark === 'stop' ? 'text-stop' : ''}>{children}</span>
  </p>
);

import type { ReactNode } from 'react';
import type { CardSupply, JobCard, SupplyPlace } from '../../api/types';
import { useReader } from '../../entry/reader';
import { inReaders, writeAccuracy, writeQuantity } from '../../entry/wording';
import { useNarrow } from '../../ui/useNarrow';
import { Line, Part } from './AsidePart';
import { SupplyLine } from './SupplyLine';

/** What the work is done with, how long it takes, what can hurt. */
export function CardAside({
  card,
  waiting,
  onSupply,
  taken,
}: {
  card: JobCard;
  /** Where parts are said to be that is still on its way, by the part. */
  waiting: ReadonlyMap<string, SupplyPlace>;
  onSupply: (supply: CardSupply, where: SupplyPlace, due: string | null) => void;
  /** What the task took from the crib, and the way to put it back. */
  taken: ReactNode;
}) {
  const reader = useReader();
  const narrow = useNarrow();
  const say = (value: number, dimension: JobCard['gauges'][number]['dimension']) =>
    writeQuantity({ value, dimension, resolution: dimension === 'length' ? 0.001 : 0.1 }, reader);
  // What the instrument is called says already that its accuracy is a default.
  const named = (g: JobCard['gauges'][number]) => {
    const [name, rest] = g.name!.split(/, (?=accuracy a default$)/);
    return `${name}${g.uncertainty > 0 ? ` ± ${writeAccuracy(g.uncertainty, g.dimension, reader)}` : ''}${rest ? ' (a default)' : ''}`;
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
              {t.name
                ? `${t.name}: ${inReaders(t.setUp, reader)}`
                : `${t.what}: none that fits; ${inReaders(t.setUp, reader)}`}
            </Line>
          ))}
          {taken}
        </Part>
      )}
      {card.supplies.length > 0 && (
        <Part name="Parts">
          {card.supplies.map((s) => (
            <SupplyLine
              key={s.id}
              supply={s}
              waiting={waiting.get(s.id)}
              onSay={(w, d) => onSupply(s, w, d)}
            />
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

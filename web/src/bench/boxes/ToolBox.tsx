import { useQuery } from '@tanstack/react-query';
import { api } from '../../api/client';
import type { ToolNeed } from '../../api/types';
import { outText, useToolsOut } from '../../screens/out';
import { useReader } from '../../entry/reader';
import { inReaders, writeNumber } from '../../entry/wording';
import { Panel } from '../../ui/Panel';
import { frame } from '../../ui/frame';
import { useKeyboard } from '../../ui/useKeyboard';
import { useFocus, useFocusStore } from '../state/focus';
import { useShop } from '../state/useBuild';
import type { BoxProps } from '../state/work';

/** Picks a tool from the crib: what fits comes first, and what won't do says why. */
export function ToolBox({ box, doing, need }: BoxProps & { need: ToolNeed }) {
  const reader = useReader();
  const { slot, open, disabled } = box;
  const { key, label } = slot.slot;
  const own = useKeyboard<HTMLButtonElement>(box.called);
  const shown = useFocus((f) => f.panel === 'tool');
  const focus = useFocusStore();
  const setShown = (on: boolean) => focus.show(on ? 'tool' : null);
  const crib = useShop().data?.crib ?? [];
  const match = useQuery({
    queryKey: ['tool-match', need, crib],
    queryFn: () => api.toolMatch({ need, crib }),
    enabled: shown && crib.length > 0,
    staleTime: Infinity,
  });
  const out = useToolsOut(shown);
  const nameOf = (id: string): string => crib.find((t) => t.id === id)?.name ?? id;
  return (
    <Panel
      wide
      title={`${label}: what fits here`}
      open={shown}
      onOpenChange={setShown}
      trigger={
        <button
          type="button"
          ref={own}
          data-slot={key}
          disabled={disabled}
          onFocus={() => doing.open(key)}
          className={`flex min-h-16 w-full items-center px-3 text-left font-read text-[1.25rem] font-semibold ${frame(open)}`}
        >
          Pick a {label.toLowerCase()} from the crib
        </button>
      }
    >
      {match.isError && (
        <p className="mt-2 font-read text-base font-semibold text-stop">
          The crib can’t be reached. It is tried again by itself.
        </p>
      )}
      {match.data?.fits.length === 0 && (
        <p className="mt-2 font-read text-base font-semibold">Nothing in the crib fits. Below is why.</p>
      )}
      {match.data?.fits.map((fit) => (
        <button
          key={fit.id}
          type="button"
          className="mt-2 flex min-h-16 w-full items-center justify-between gap-4 border-2 border-ink bg-page px-3 py-1 text-left"
          onClick={() => {
            setShown(false);
            doing.take(key, fit.id);
          }}
        >
          <span>
            <span className="block text-title font-bold">{nameOf(fit.id)}</span>
            <span className="font-read text-base">{inReaders(fit.setUp, reader)}</span>
            {out.has(fit.id) && (
              <b className="block text-base text-look-again">{`▽ ${outText(out.get(fit.id)!)}`}</b>
            )}
          </span>
          <span className="text-title font-bold whitespace-nowrap">
            {writeNumber(fit.margin, 0.1)} × the force
          </span>
        </button>
      ))}
      {match.data && match.data.refused.length > 0 && (
        <>
          <h3 className="mt-4 border-t-2 border-ink pt-2 text-title font-bold">Won’t do</h3>
          <ul className="font-read text-base">
            {match.data.refused
              .filter((r) => r.because.split(';').length < 4)
              .map((r) => (
                <li key={r.id} className="mt-1.5">
                  <b>{nameOf(r.id)}:</b> {inReaders(r.because, reader)}.
                </li>
              ))}
          </ul>
        </>
      )}
    </Panel>
  );
}

import { useEffect, useRef } from 'react';
import type { TaskRef } from '../../api/types';
import { spanText, useNow } from '../../bench/call/clock';
import { play } from '../../bench/state/sounds';
import { closingOf, lower } from './layout';
import { useKeptPlan } from './usePlan';

/** Windows that are about to close, by word and once each by a sound: sealant that skins, a hub that cools. The open task has its
 * own clock. */
export function Closing({ open }: { open?: { build: string; task: TaskRef } }) {
  const plan = useKeptPlan().data;
  const now = useNow();
  const closing = plan ? closingOf(plan, now, open) : [];
  const told = useRef(new Set<string>());
  const about = closing.map((b) => `${b.id} ${b.beginBy ?? ''}`).join();
  useEffect(() => {
    // Once a window: what was heard is not said again each second.
    if (about !== '' && !told.current.has(about)) {
      told.current.add(about);
      play('odd');
    }
  }, [about]);
  return closing.map((b) => (
    <p
      key={b.id}
      role="alert"
      className="border-b border-rule bg-paper px-5 py-1.5 font-read text-title font-bold text-stop"
    >
      {b.people.map((id) => plan?.people.find((p) => p.id === id)?.name ?? id).join(' and ')}:{' '}
      {lower(b.title)}, {b.number}, within {spanText((Date.parse(b.beginBy!) - now) / 1000)}
    </p>
  ));
}

import { useState } from 'react';
import type { PlanNow } from '../../api/types';
import { Panel } from '../../ui/Panel';

/** Somebody's part of the plan for a calendar: as a file, or to be followed. */
export function Calendars({ plan }: { plan: PlanNow }) {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      title="For a calendar"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="min-h-11 text-base font-semibold underline">
          Calendar
        </button>
      }
    >
      <ul className="mt-2">
        {[...plan.people.map((p) => [p.id, p.name] as const), ['', 'Everybody'] as const].map(
          ([id, name]) => {
            const path = `/api/plan.ics${id === '' ? '' : `?person=${encodeURIComponent(id)}`}`;
            return (
              <li key={id} className="border-b border-rule py-2">
                <a
                  href={path}
                  download={`plan-${id || 'all'}.ics`}
                  className="flex min-h-11 items-center text-title font-bold underline"
                >
                  {name}, file
                </a>
                <label className="block text-base">
                  To be followed by a calendar
                  <input
                    readOnly
                    className="mt-0.5 block h-11 w-full border-2 border-rule bg-page px-2 font-read text-base"
                    value={`${location.origin}${path}`}
                    onFocus={(e) => e.currentTarget.select()}
                  />
                </label>
              </li>
            );
          },
        )}
      </ul>
    </Panel>
  );
}

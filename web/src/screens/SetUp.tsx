import { useState } from 'react';
import { api, Problem } from '../api/client';
import type { ShopNow } from '../api/types';
import { useKeyboard } from '../ui/useKeyboard';

const field = 'mt-1 block h-14 w-full border-2 border-ink bg-paper px-3 font-read text-title';

/** The first screen of a shop of one's own: what it is called, what it works in, and who leads it. */
export function SetUp() {
  const first = useKeyboard<HTMLInputElement>('opened');
  const [name, setName] = useState('');
  const [lead, setLead] = useState('');
  const [units, setUnits] = useState<ShopNow['units']>('metric');
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  const open = () => {
    setBusy(true);
    api.setUp({ name, units, lead }).then(
      () => window.location.assign('/'),
      (error: unknown) => {
        setBusy(false);
        setProblem(error instanceof Problem ? error : new Problem(0, 'It was not sent.'));
      },
    );
  };
  const said = (of: 'name' | 'lead') => problem?.errors[of]?.map((words) => `This ${words}.`).join(' ');
  return (
    <main className="mx-auto flex min-h-dvh max-w-[640px] flex-col justify-center gap-6 px-5 py-8">
      <h1 className="text-call leading-none font-bold">Your shop</h1>
      <p className="font-read text-title">
        It is empty but for a usual set of instruments, each with a default accuracy until you put in your
        own. Nothing of the demo is in it.
      </p>
      <form
        className="flex flex-col gap-5"
        onSubmit={(event) => {
          event.preventDefault();
          if (!busy) open();
        }}
      >
        <label className="text-title font-semibold">
          What it is called
          <input
            ref={first}
            className={field}
            value={name}
            maxLength={60}
            onChange={(e) => setName(e.target.value)}
          />
          <Said words={said('name')} />
        </label>
        <label className="text-title font-semibold">
          Who leads it
          <input
            className={field}
            value={lead}
            maxLength={40}
            autoComplete="name"
            onChange={(e) => setLead(e.target.value)}
          />
          <Said words={said('lead')} />
        </label>
        <fieldset>
          <legend className="text-title font-semibold">What it works in</legend>
          <div className="mt-1 flex gap-6">
            {(['metric', 'inch'] as const).map((u) => (
              <label key={u} className="flex min-h-11 items-center gap-3 text-title">
                <input
                  type="radio"
                  name="units"
                  className="size-6 accent-ink"
                  checked={units === u}
                  onChange={() => setUnits(u)}
                />
                {u === 'metric' ? 'mm · N·m · °C' : 'in · lbf·ft · °F'}
              </label>
            ))}
          </div>
        </fieldset>
        {problem && !said('name') && !said('lead') && <Said words={problem.message} />}
        <button type="submit" disabled={busy} className="h-16 bg-ink text-sentence font-bold text-on-ink">
          Open the shop
        </button>
      </form>
    </main>
  );
}

const Said = ({ words }: { words: string | undefined }) =>
  words ? (
    <span role="alert" className="mt-1 block font-read text-base font-semibold text-stop">
      {words}
    </span>
  ) : null;

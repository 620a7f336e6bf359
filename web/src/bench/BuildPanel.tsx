import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../ui/Button';
import { Panel } from '../ui/Panel';
import { useKeyboard } from '../ui/useKeyboard';
import type { Bench } from './state/useBuild';

const field = 'mt-0.5 block h-12 w-full border-2 border-ink bg-page px-2 font-read text-title';

/** What a build is called, whose it is and when it is due; off the bench, and back on it. */
export function BuildPanel({ bench, onWrong }: { bench: Bench; onWrong: () => void }) {
  const [open, setOpen] = useState(false);
  const { number, offBench, stand } = bench.view!.state.life;
  return (
    <Panel
      title={`Build ${number}`}
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          className="min-h-6 text-base text-muted underline"
          title="Number, name, owner, due"
        >
          {`Build ${number}${stand === '' ? '' : `, stand ${stand}`}${offBench ? ', off the bench' : ''}`}
        </button>
      }
    >
      <Button
        className="mt-2 w-full"
        onClick={() => {
          setOpen(false);
          onWrong();
        }}
      >
        Wrong engine
      </Button>
      <Life bench={bench} onDone={() => setOpen(false)} />
    </Panel>
  );
}

function Life({ bench, onDone }: { bench: Bench; onDone: () => void }) {
  const { life } = bench.view!.state;
  const first = useKeyboard<HTMLInputElement>('opened');
  // What is to be done is said on the plan.
  const [said, setSaid] = useState({
    number: life.number,
    name: life.name,
    owner: life.owner,
    due: life.due ?? '',
    stand: life.stand,
  });
  const send = (offBench: boolean) => {
    bench.send({ do: 'change-build', ...said, due: said.due === '' ? null : said.due, offBench });
    onDone();
  };
  const missing = said.number.trim() === '' || said.name.trim() === '';
  return (
    <form
      className="mt-2 grid gap-3 text-base"
      onSubmit={(event) => {
        event.preventDefault();
        if (!missing) send(life.offBench);
      }}
    >
      <label>
        Build number
        <input
          ref={first}
          className={field}
          value={said.number}
          maxLength={20}
          onChange={(e) => setSaid({ ...said, number: e.target.value })}
        />
      </label>
      <label>
        What it is for
        <input
          className={field}
          value={said.name}
          maxLength={80}
          onChange={(e) => setSaid({ ...said, name: e.target.value })}
        />
      </label>
      <label>
        The owner’s reference
        <input
          className={field}
          value={said.owner}
          maxLength={80}
          onChange={(e) => setSaid({ ...said, owner: e.target.value })}
        />
      </label>
      <label>
        Engine stand
        <input
          className={field}
          value={said.stand}
          maxLength={8}
          onChange={(e) => setSaid({ ...said, stand: e.target.value })}
        />
      </label>
      <label>
        Due
        <input
          type="date"
          className={field}
          value={said.due}
          onChange={(e) => setSaid({ ...said, due: e.target.value })}
        />
      </label>
      {missing && (
        <p role="alert" className="font-semibold text-stop">
          It must have a number and a name.
        </p>
      )}
      <Button type="submit" first disabled={missing}>
        Keep it
      </Button>
      <Button disabled={missing} onClick={() => send(!life.offBench)}>
        {life.offBench ? 'Put it back on the bench' : 'Take it off the bench'}
      </Button>
      <Link
        to={`/builds/${bench.view!.id}/parts`}
        className="flex min-h-11 items-center font-semibold underline"
      >
        Its parts, on one page
      </Link>
      <Link
        to={`/builds/${bench.view!.id}/tag`}
        className="flex min-h-11 items-center font-semibold underline"
      >
        Its tag, to print
      </Link>
      {!life.offBench && <p>Its record stays; Find brings it back.</p>}
    </form>
  );
}

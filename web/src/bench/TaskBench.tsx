import { Closing } from '../screens/plan/Closing';
import { NextUp } from '../screens/plan/NextUp';
import { useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { EngineSheet, PlaceTask, TaskRef } from '../api/types';
import { BigView } from './BigView';
import { ReadingBox } from './boxes/ReadingBox';
import { CallBand } from './call/CallBand';
import { CameLate } from './call/CameLate';
import { ClockOff, PutAside } from './call/PutAside';
import { GapAsked } from './call/GapAsked';
import { ToolsBack } from './call/ToolsBack';
import { Choices } from './Choices';
import { FigureButtons } from './FigureButtons';
import { FigureField } from './FigureField';
import { RunSheet } from './RunSheet';
import { GaugeShelf } from './shelf/GaugeShelf';
import { createFocus, FocusContext, useFocusStore } from './state/focus';
import type { Task } from './state/known';
import { typed, useClockOff } from './state/typed';
import { useAwake } from './state/useAwake';
import { useWhole, type Bench } from './state/useBuild';
import { useKeys } from './state/useKeys';
import { usePedal } from './state/usePedal';
import { useSteps } from './state/useSteps';
import { useWork } from './state/useWork';

interface Props {
  bench: Bench;
  task: Task;
  sheet: EngineSheet;
  build: string;
  /** The tasks of the same place, this one among them. */
  siblings: readonly PlaceTask[];
  /** The one of them that the work goes on to; nothing where this place is done. */
  onwards: PlaceTask | undefined;
  onOpen: (task: TaskRef) => void;
  /** The engine, where the screen's head with it is not shown. */
  strip: ReactNode;
  big: boolean;
  setBig: (big: boolean) => void;
  /** The item that was asked for on the drawing. */
  item: string | undefined;
}

/** The work on one task: its call, its run sheet, the figure that is typed on, the gauge in hand. */
export function TaskBench(props: Props) {
  const [focus] = useState(createFocus);
  return (
    <FocusContext value={focus}>
      <AtTask {...props} />
    </FocusContext>
  );
}

function AtTask({ item, siblings, onwards, onOpen, bench, task, sheet, build, strip, big, setBig }: Props) {
  const navigate = useNavigate();
  const focus = useFocusStore();
  const [turned, setTurned] = useState(false);
  const { shown, pick, after, before } = useSteps(task, item);
  const step = shown!;
  useWhole(build, task.ref, step);
  useAwake();
  const work = useWork({ bench, build, sheet, task, step, pickStep: pick, before, big, turned });
  const { doing, open, scene } = work;
  const clockOff = useClockOff();

  const goOn = () => {
    if (after) pick(after);
    else if (onwards) onOpen(onwards.ref);
    else void navigate(`/builds/${build}/record`);
  };
  const pickItem = (tapped: string) => {
    const own = task.steps.filter((s) => s.ref.item === tapped && s.status !== 'left-out');
    const to = own.find((s) => !s.passed) ?? own[own.length - 1];
    if (to) pick(to);
  };

  const { rubOut } = work;
  useKeys({
    n: () => after && pick(after),
    p: () => before && pick(before),
    w: () => focus.toggle('why'),
    t: () => focus.toggle('note'),
    i: () => focus.toggle('photo'),
    a: () => focus.toggle('again'),
    j: () => {
      if (work.step.handWays) focus.toggle('hand');
    },
    d: () => focus.toggle('decide'),
    r: rubOut,
    b: () => setBig(!big),
    v: () => setTurned((t) => !t),
  });

  usePedal(work);

  const box = (key: string) => {
    const at = work.boxOf(key);
    return <ReadingBox key={at.place} box={at} doing={doing} />;
  };
  const shelf = (
    <GaugeShelf work={work} after={after} onwards={onwards} onGoOn={goOn} onBig={() => setBig(!big)} />
  );
  const choices = (
    <Choices
      task={task}
      step={step}
      onChoose={(choice, option) => {
        bench.send({ do: 'choose', task: task.ref, choice, option });
        // What is asked for follows from the choice; the hand begins with the first of it.
        focus.follow();
        focus.call();
      }}
      places={scene.choice}
    />
  );
  const also = (
    <>
      <Closing open={{ build, task: task.ref }} />
      {task.standing === 'done' && <ToolsBack bench={bench} task={task.ref} />}
      <GapAsked bench={bench} build={build} task={task.ref} />
      {task.standing === 'done' && <NextUp only={bench.me} />}
      <PutAside bench={bench} task={task} step={step} onDone={focus.call} />
      <CameLate bench={bench} step={step} onDone={focus.call} />
      {clockOff !== null && (
        <ClockOff
          seconds={clockOff}
          onSeen={() => {
            typed.clockSeen();
            focus.call();
          }}
        />
      )}
    </>
  );
  const call = (
    <CallBand
      step={step}
      waiting={bench.waiting.length}
      offline={bench.line === 'down'}
      open={open?.label}
      watched={work.watched}
      also={also}
      tall={big}
    />
  );

  if (big)
    return (
      <BigView
        work={work}
        strip={strip}
        call={call}
        box={box}
        choices={choices}
        shelf={shelf}
        onStep={(to) => (to === 'next' ? after && pick(after) : before && pick(before))}
        onPick={pickItem}
      />
    );
  return (
    <>
      {call}
      <main className="grid min-h-0 min-w-0 grid-cols-[232px_minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-[auto_minmax(0,1fr)]">
        <RunSheet task={task} shown={step} onPick={pick} siblings={siblings} onOpen={onOpen} />
        <FigureField scene={scene} slots={work.places.map((s) => s.slot)} box={box} onPick={pickItem}>
          {choices}
          <FigureButtons scene={scene} upDeg={task.upDeg} turned={turned} onTurn={() => setTurned(!turned)} />
        </FigureField>
      </main>
      {shelf}
    </>
  );
}

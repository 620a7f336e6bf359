import type { AnotherPart, PlaceTask, StepRef, StepState } from '../../api/types';
import { Panel, Words } from '../../ui/Panel';
import { useFocus, useFocusStore } from '../state/focus';
import type { Work } from '../state/work';
import { passageSize } from '../../figures/cam/bearing';
import { Again } from './Again';
import { AnotherWay } from './AnotherWay';
import { AskOwner } from './AskOwner';
import { BigButton } from './BigButton';
import { InstrumentInHand } from './InstrumentInHand';
import { OpenGate } from './OpenGate';
import { PutDown } from '../strip/StripEnds';
import { Photos } from './Photos';
import { SightHandle } from './SightHandle';
import { Why } from './Why';

interface Props {
  work: Work;
  /** The step that the work goes on to. */
  after: StepState | undefined;
  /** The task that the work at this place goes on to, once this one is done. */
  onwards: PlaceTask | undefined;
  onGoOn: () => void;
  onBig: () => void;
}

/** Beside the big button. */
const side =
  'h-[60px] min-w-[60px] border-2 border-ink bg-page px-1.5 text-base leading-tight font-bold disabled:border-rule disabled:text-muted';

/** The one big button, the instrument in hand, what else can be done here, and the step's caution. */
export function GaugeShelf(props: Props) {
  const { work, after, onwards, onGoOn } = props;
  const { bench, task, step, open, action, called, doing, big: inBig } = work;
  const focus = useFocusStore();
  const panel = useFocus((f) => f.panel);
  const verdict = step.blockedBy ? undefined : step.now.call?.verdict;
  const asked = step.questions?.some((q) => !q.answer) ?? false;
  const stuck = verdict !== undefined && !step.passed;
  const person = bench.shop?.people.find((p) => p.id === bench.me);
  const toggle = (name: string) => (shown: boolean) => focus.show(shown ? name : null);
  const again = (at: StepRef, because: string, part?: AnotherPart) => {
    bench.send({ do: 'begin-round', step: at, because, ...(part ? { part } : {}) });
    const target = task.steps.find((s) => s.ref.step === at.step && s.ref.item === at.item);
    if (target) work.pickStep(target);
    focus.show(null);
  };

  return (
    <footer
      className={`relative flex min-h-[68px] shrink-0 flex-wrap items-stretch border-t-2 border-ink bg-shelf ${inBig ? 'flex-col' : 'max-lg:flex-col'}`}
    >
      <div className={inBig ? 'order-last h-[68px] w-full' : 'w-[232px] max-lg:h-[68px] max-lg:w-full'}>
        {open && action ? (
          <BigButton called={called} words={action.words} keyName={action.keyName} onClick={action.act} />
        ) : asked && !step.blockedBy && (verdict === undefined || verdict === 'go') ? (
          <BigButton
            called={called}
            words="The owner’s answer"
            keyName="Enter"
            onClick={() => focus.show('owner')}
          />
        ) : stuck && verdict === 'decide' ? (
          <Panel
            title="You decide"
            open={panel === 'decide'}
            onOpenChange={toggle('decide')}
            trigger={<BigButton called={called} words="Say why, go on" keyName="Enter" />}
          >
            <Words
              ask="Why is it good enough? It stays in the record."
              send="Go on"
              onSend={(because) => {
                bench.send({ do: 'decide', step: step.ref, because });
                focus.show(null);
              }}
            />
          </Panel>
        ) : stuck ? (
          <BigButton
            called={called}
            words="Measure again"
            keyName="Enter"
            onClick={() => focus.show('again')}
          />
        ) : step.blockedBy ? (
          <BigButton called={called} words="To the open step" keyName="Enter" onClick={onGoOn} />
        ) : step.asks &&
          task.next?.step === step.ref.step &&
          task.next.item === step.ref.item &&
          person?.role === 'lead' ? (
          <BigButton
            called={called}
            words="It stays open"
            keyName="Enter"
            onClick={() => focus.show('open')}
          />
        ) : after ? (
          <BigButton called={called} words={after.title} before="Next" keyName="Enter" onClick={onGoOn} />
        ) : onwards ? (
          <BigButton called={called} words={onwards.title} before="Next" keyName="Enter" onClick={onGoOn} />
        ) : (
          <BigButton called={called} words="Open the record" keyName="Enter" onClick={onGoOn} />
        )}
      </div>
      {open && work.sight && (
        <SightHandle
          sight={work.sight}
          size={passageSize(work.sheet, step.ref.item, open.key)}
          onMove={(sight) => doing.move(open.key, sight)}
          onTake={(sight) => doing.takeSight(open.key, sight)}
        />
      )}
      <InstrumentInHand work={work} />
      <div
        className={`flex items-center gap-1 px-2 ${inBig ? 'w-full overflow-x-auto py-1' : 'max-lg:w-full max-lg:overflow-x-auto max-lg:py-1'}`}
      >
        {!inBig && (
          <button type="button" className={side} onClick={work.rubOut} disabled={!work.last} title="Alt+R">
            Rub out
          </button>
        )}
        <Panel
          title="Measure again"
          open={panel === 'again'}
          onOpenChange={toggle('again')}
          trigger={
            <button type="button" className={side} title="Alt+A" disabled={step.blockedBy !== null}>
              Again
            </button>
          }
        >
          <Again
            steps={step.measuredAt.flatMap(
              (r) => task.steps.find((s) => r.step === s.ref.step && r.item === s.ref.item) ?? [],
            )}
            onAgain={again}
          />
        </Panel>
        {step.handWays && (
          <Panel
            title="Judged another way"
            open={panel === 'hand'}
            onOpenChange={toggle('hand')}
            trigger={
              <button type="button" className={side} title="Alt+J" disabled={step.blockedBy !== null}>
                By hand
              </button>
            }
          >
            <AnotherWay
              key={`${step.ref.step}@${step.ref.item}`}
              step={step}
              bench={bench}
              lead={person?.role === 'lead'}
              onDone={() => focus.show(null)}
            />
          </Panel>
        )}
        <Panel
          title="Note"
          open={panel === 'note'}
          onOpenChange={toggle('note')}
          trigger={
            <button type="button" className={side} title="Alt+T">
              Note{step.notes.length > 0 ? ` ${step.notes.length}` : ''}
            </button>
          }
        >
          {step.notes.map((note) => (
            <p key={note.doneAt + note.text} className="mt-2 border-l-4 border-ink pl-2 font-read text-base">
              {note.text} <span className="text-muted">{note.by.name}</span>
            </p>
          ))}
          <Words
            ask={`On “${step.title}”:`}
            send="Keep the note"
            onSend={(text) => {
              bench.send({ do: 'note', step: step.ref, text });
              focus.show(null);
            }}
          />
        </Panel>
        <Panel
          title={`The owner: ${step.title}`}
          open={panel === 'owner'}
          onOpenChange={toggle('owner')}
          trigger={
            <button type="button" className={side}>
              Owner{asked ? ' …' : ''}
            </button>
          }
        >
          <AskOwner step={step} bench={bench} onDone={() => focus.show(null)} />
        </Panel>
        <Panel
          title={`Photos: ${step.title}`}
          open={panel === 'photo'}
          onOpenChange={toggle('photo')}
          trigger={
            <button type="button" className={side} title="Alt+I">
              Photo{step.photos.length > 0 ? ` ${step.photos.length}` : ''}
            </button>
          }
        >
          <Photos
            step={step}
            onAttach={(photo, caption) => bench.send({ do: 'attach', step: step.ref, photo, caption })}
          />
        </Panel>
        <Panel
          wide
          title={`Why: ${step.title}`}
          open={panel === 'why'}
          onOpenChange={toggle('why')}
          trigger={
            <button type="button" className={side} title="Alt+W">
              Why
            </button>
          }
        >
          <Why step={step} />
        </Panel>
        {inBig && <PutDown bench={bench} className={side} />}
        <button type="button" className={side} title="Alt+B" aria-pressed={inBig} onClick={props.onBig}>
          {inBig ? 'All steps' : 'Big'}
        </button>
        <OpenGate
          step={step}
          bench={bench}
          open={panel === 'open'}
          onOpenChange={toggle('open')}
          className={side}
        />
      </div>
      <p
        className={`flex min-w-[170px] flex-1 items-center px-2 py-1 font-read text-base leading-snug ${inBig ? '' : 'border-l border-rule max-lg:border-l-0'}`}
      >
        <span>
          {bench.refused ? (
            <b role="alert" className="text-stop">
              {bench.refused}
            </b>
          ) : work.lost ? (
            <b role="status" className="text-look-again">
              {work.lost}. Nothing is lost: go on by hand.
            </b>
          ) : (
            <>
              {asked && <b className="text-look-again">Waits for the owner. </b>}
              <b>Take care.</b> {step.cautions.join(' ')}
            </>
          )}
        </span>
      </p>
    </footer>
  );
}

import { useState } from 'react';
import type { OwnerAnswer, QuestionState, StepState } from '../../api/types';
import type { Work } from '../state/work';
import { answerWords } from './answerWords';

interface Props {
  step: StepState;
  bench: Work['bench'];
  onDone: () => void;
}

const field = 'mt-1 block w-full border-2 border-ink bg-page p-2 font-read text-base';

/** What the owner decides: asked with what can be chosen, answered with who and how. The step waits meanwhile. */
export function AskOwner({ step, bench, onDone }: Props) {
  const open = step.questions?.filter((q) => !q.answer) ?? [];
  return (
    <>
      {step.questions
        ?.filter((q) => q.answer)
        .map((q) => (
          <p key={q.id} className="mt-2 border-l-4 border-ink pl-2 font-read text-base">
            {q.finding} <b>{answerWords(q.answer!)}</b>
          </p>
        ))}
      {open.length > 0 ? (
        open.map((q) => (
          <Answer
            key={q.id}
            question={q}
            onAnswer={(answer, who, how) => {
              bench.send({ do: 'tell-answer', step: step.ref, question: q.id, answer, who, how });
              onDone();
            }}
          />
        ))
      ) : (
        <Question
          onAsk={(finding, choices) => {
            bench.send({ do: 'ask-owner', step: step.ref, finding, choices });
            onDone();
          }}
        />
      )}
    </>
  );
}

function Question({ onAsk }: { onAsk: (finding: string, choices: string[]) => void }) {
  const [finding, setFinding] = useState('');
  const [choices, setChoices] = useState('');
  const [missing, setMissing] = useState(false);
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (finding.trim() === '') setMissing(true);
        else
          onAsk(
            finding,
            choices
              .split('\n')
              .map((c) => c.trim())
              .filter((c) => c !== ''),
          );
      }}
    >
      <label className="mt-2 block text-base">
        What was found
        <textarea
          className={`${field} h-20`}
          value={finding}
          maxLength={2000}
          onChange={(e) => {
            setFinding(e.target.value);
            setMissing(false);
          }}
        />
      </label>
      <label className="mt-2 block text-base">
        What can be chosen, a line each
        <textarea
          className={`${field} h-24`}
          value={choices}
          maxLength={1200}
          onChange={(e) => setChoices(e.target.value)}
        />
      </label>
      {missing && (
        <p role="alert" className="mt-1 text-base font-semibold text-stop">
          Say what was found; it stays in the record.
        </p>
      )}
      <p className="mt-2 font-read text-base">
        This step waits for the answer; what doesn’t stand on it goes on. Photos of the step go with it on the
        page “What we found”.
      </p>
      <button type="submit" className="mt-3 h-16 w-full bg-ink text-title font-bold text-on-ink">
        Ask the owner
      </button>
    </form>
  );
}

function Answer({
  question,
  onAnswer,
}: {
  question: QuestionState;
  onAnswer: (answer: string, who: string, how: OwnerAnswer['how']) => void;
}) {
  const [choice, setChoice] = useState('');
  const [other, setOther] = useState('');
  const [who, setWho] = useState('');
  const [how, setHow] = useState<OwnerAnswer['how']>('phone');
  const [missing, setMissing] = useState(false);
  const answer = choice === '' ? other.trim() : choice;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (answer === '' || who.trim() === '') setMissing(true);
        else onAnswer(answer, who.trim(), how);
      }}
    >
      <p className="mt-2 border-l-4 border-stop pl-2 font-read text-base">
        <b>Asked, not answered:</b> {question.finding} <span className="text-muted">{question.by.name}</span>
      </p>
      <fieldset className="mt-2">
        <legend className="text-base font-semibold">The answer</legend>
        {[...question.choices, ''].map((c) => (
          <label key={c} className="flex min-h-11 items-center gap-3 text-base">
            <input
              type="radio"
              name={question.id}
              className="size-5 accent-ink"
              checked={choice === c}
              onChange={() => setChoice(c)}
            />
            {c === '' ? 'in other words:' : c}
          </label>
        ))}
        {choice === '' && (
          <input
            aria-label="The answer in other words"
            className={field}
            value={other}
            maxLength={2000}
            onChange={(e) => setOther(e.target.value)}
          />
        )}
      </fieldset>
      <div className="mt-2 grid grid-cols-2 gap-3">
        <label className="text-base">
          Who answered
          <input className={field} value={who} maxLength={80} onChange={(e) => setWho(e.target.value)} />
        </label>
        <label className="text-base">
          How
          <select
            className={`${field} h-[46px]`}
            value={how}
            onChange={(e) => setHow(e.target.value as OwnerAnswer['how'])}
          >
            <option value="phone">by telephone</option>
            <option value="written">in writing</option>
            <option value="in-person">in the shop</option>
          </select>
        </label>
      </div>
      {missing && (
        <p role="alert" className="mt-1 text-base font-semibold text-stop">
          Say what was answered, and who answered.
        </p>
      )}
      <button type="submit" className="mt-3 h-16 w-full bg-ink text-title font-bold text-on-ink">
        Keep the answer
      </button>
    </form>
  );
}

import type { StepState } from '../../api/types';
import { writeQuantity, writeSpread, writeSentence } from '../../entry/wording';
import { resolutionOf } from '../../figures/kit/limits';
import { CallMark, wordOf } from '../call/CallMark';
import { useReader } from '../../entry/reader';

/** The formula, every check with its limit and where that came from, and what was said before. */
export function Why({ step }: { step: StepState }) {
  const reader = useReader();
  const { call, answer } = step.now;
  if (!call && !answer)
    return (
      <p className="mt-2 font-read text-base">
        Nothing is judged here yet. The call comes when the last reading is in.
      </p>
    );
  const given = step.calls[step.calls.length - 1];
  return (
    <div className="font-read text-base">
      {call && <p className="mt-2">{writeSentence(call.why, reader)}</p>}
      {answer && <p className="mt-2 border-l-4 border-ink pl-3">{answer.model}</p>}
      {call && (
        <table className="mt-3 w-full border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-ink">
              {['Check', 'Measured', 'Limit', 'From', 'Call'].map((h) => (
                <th key={h} className="py-1 pr-3 font-semibold">
                  {h}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {call.checks.map((check) => {
              const say = (value: number, write = writeQuantity): string =>
                write({ value, dimension: check.dimension!, resolution: resolutionOf(check) }, reader);
              return (
                <tr key={`${check.name}/${check.side}`} className="border-b border-rule align-top">
                  <td className="py-1 pr-3">{check.name}</td>
                  <td className="py-1 pr-3 whitespace-nowrap">
                    {say(check.value)}
                    {check.uncertainty > 0 && ` ± ${say(check.uncertainty, writeSpread)}`}
                  </td>
                  <td className="py-1 pr-3 whitespace-nowrap">
                    {Number.isFinite(check.limit)
                      ? `${check.side === 'lower' ? 'at least' : 'at most'} ${say(check.limit)}`
                      : ''}
                  </td>
                  <td className="py-1 pr-3">{check.source}</td>
                  <td className="py-1 whitespace-nowrap">
                    <span className="inline-flex items-center gap-1.5">
                      <CallMark mark={check.verdict} size={16} />
                      {wordOf(check.verdict)}
                    </span>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <p className="mt-3">
        A value with its uncertainty must lie wholly inside its limit for a Go, and wholly outside for a Stop.
      </p>
      {step.otherwise && given && (
        <p className="mt-2 font-semibold">
          {`${given.calculator ? `Calculator ${given.calculator.replace(/-/g, ' ')}` : 'Its run sheet'}, version ${given.version}, said this. Today’s would ${
            step.otherwise.call
              ? `say “${wordOf(step.otherwise.call.verdict)}: ${writeSentence(step.otherwise.call.why, reader)}”`
              : 'not judge yet.'
          } What was said stands, and both are in the record.`}
        </p>
      )}
      <p className="mt-2 text-muted">
        An aid to judgement: the engine’s manual, the tool’s maker, local rules and licensed practice come
        first.
      </p>
    </div>
  );
}

import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import type { StepState } from '../../api/types';
import { Panel, Words } from '../../ui/Panel';
import type { Work } from '../state/work';

interface Props {
  step: StepState;
  bench: Work['bench'];
  open: boolean;
  onOpenChange: (open: boolean) => void;
  className: string;
}

/** Opens a gate against its call: a lead here, or a builder on a lead's word by telephone where nobody can come to harm by it. */
export function OpenGate({ step, bench, open, onOpenChange, className }: Props) {
  const people = bench.shop?.people ?? [];
  const isLead = people.find((p) => p.id === bench.me)?.role === 'lead';
  const leads = people.filter((p) => p.role === 'lead');
  const [at, setAt] = useState(0);
  const lead = leads[Math.min(at, leads.length - 1)];
  const verdict = step.blockedBy ? undefined : step.now.call?.verdict;
  const isStuck = verdict !== undefined && verdict !== 'decide' && !step.passed;
  const isAsked = step.asks != null;
  if (!(isLead ? isStuck || isAsked : isStuck && !isAsked && !step.canHurt && lead)) return null;
  const [title, button] = isAsked
    ? ['It stays open', 'It stays open']
    : isLead
      ? ['Open the gate against the call', 'Open gate']
      : ['Opened by telephone', 'By telephone'];
  return (
    <Panel
      title={title}
      open={open}
      onOpenChange={onOpenChange}
      trigger={
        <button type="button" className={className}>
          {button}
        </button>
      }
    >
      {!isLead && leads.length > 1 && (
        <RadioGroup.Root
          className="mt-2 flex flex-wrap gap-2"
          aria-label="Who was rung"
          value={lead!.id}
          onValueChange={(id) => setAt(leads.findIndex((p) => p.id === id))}
        >
          {leads.map((p, i) => (
            <RadioGroup.Item
              key={p.id}
              value={p.id}
              onKeyDown={(event) => event.key === 'Enter' && setAt(i)}
              className={`h-16 grow border-2 border-ink px-2 text-base font-bold ${p === lead ? 'bg-ink text-on-ink' : 'bg-page'}`}
            >
              {p.name}
            </RadioGroup.Item>
          ))}
        </RadioGroup.Root>
      )}
      <Words
        ask={
          isAsked
            ? 'You have looked at it since, and it may stay open: why?'
            : isLead
              ? 'You open it as lead. Your name, the call and the reason stay in the record for ever.'
              : `What ${lead!.name} said. The work goes on; it is done only once ${lead!.name} has said so here.`
        }
        send={isAsked ? 'It stays open' : isLead ? 'Open the gate' : `${lead!.name} said so`}
        onSend={(because) => {
          bench.send({
            do: 'open-gate',
            step: step.ref,
            because,
            ...(isLead ? {} : { telephone: lead!.name }),
          });
          onOpenChange(false);
        }}
      />
    </Panel>
  );
}

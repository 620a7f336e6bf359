import type { ReactNode } from 'react';
import { CallMark } from '../call/CallMark';

/** One heading of what a task takes. */
export const Part = ({ name, children }: { name: string; children: ReactNode }) => (
  <section className="grid grid-cols-[76px_1fr] gap-2 border-b-2 border-rule py-2 font-read text-base leading-snug last:border-b-0">
    <h2 className="font-sans text-title leading-tight font-bold">{name}</h2>
    <div className="grid content-start gap-1.5">{children}</div>
  </section>
);

/** One thing of it, and whether it will do. */
export const Line = ({
  mark,
  children,
}: {
  mark: 'go' | 'stop' | 'decide' | 'look-again';
  children: ReactNode;
}) => (
  <p className="grid grid-cols-[22px_1fr] gap-2">
    <span className="pt-0.5">
      <CallMark mark={mark} size={18} />
    </span>
    <span className={mark === 'stop' ? 'text-stop' : ''}>{children}</span>
  </p>
);

import type { SheetNow } from '../../api/types';
import { useReader } from '../../entry/reader';
import { writeQuantity } from '../../entry/wording';

const sources = {
  manual: 'engine’s manual',
  measured: 'measured here',
  house: 'house rule',
  default: 'default',
} as const;

/** What each version says otherwise than the one before, by whom and why. */
export function Versions({ all }: { all: SheetNow['versions'] }) {
  const reader = useReader();
  return (
    <ol className="font-read text-base leading-snug">
      {all.map((v) => (
        <li key={v.version} className="border-t border-rule py-1.5">
          <b>Version {v.version}</b>
          {v.by !== '' && `, ${v.by}`}
          {', '}
          {new Date(v.at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })}
          {v.because !== '' && `: ${v.because}`}
          <ul className="pl-3">
            {v.changes.map((c) => (
              <li key={c.label}>
                {c.label}: {c.was ? writeQuantity(c.was, reader) : 'not known'} →{' '}
                {c.is ? writeQuantity(c.is, reader) : 'not known'}
                {c.source != null && <span className="text-muted"> ({sources[c.source]})</span>}
              </li>
            ))}
          </ul>
        </li>
      ))}
    </ol>
  );
}

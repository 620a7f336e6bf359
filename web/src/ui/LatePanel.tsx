import { cloneElement, lazy, Suspense, useState, type ComponentProps, type ReactElement } from 'react';
import type { Panel as ThePanel } from './Panel';

const Panel = lazy(() => import('./Panel').then(({ Panel }) => ({ default: Panel })));

interface Props extends Omit<ComponentProps<typeof ThePanel>, 'trigger'> {
  trigger: ReactElement<{ onClick?: () => void }>;
}

/** A panel of a page that is to be there at once: what it takes to open it is fetched when it is first opened. */
export function LatePanel(props: Props) {
  const { trigger, open, onOpenChange } = props;
  const [wanted, setWanted] = useState(false);
  if (!wanted && !open)
    return cloneElement(trigger, {
      onClick: () => {
        setWanted(true);
        onOpenChange(true);
      },
    });
  return (
    <Suspense fallback={trigger}>
      <Panel {...props} />
    </Suspense>
  );
}

import { useEffect, useEffectEvent, useRef } from 'react';

/** Takes a pull that is done by itself, once: there are many in a pattern. One that came back is the builder's to keep or give up. */
export function useKeptPull(pulled: string | null, take: () => void): void {
  const kept = useRef<string | null>(null);
  const onPulled = useEffectEvent(take);
  useEffect(() => {
    if (pulled === null || pulled === kept.current) return;
    kept.current = pulled;
    onPulled();
  }, [pulled]);
}

import { useEffect } from 'react';
import { play } from './sounds';

/** A stop is heard once, when it comes. */
export function useHeardStop(stopped: boolean, at: string, sounds: boolean): void {
  useEffect(() => {
    if (stopped && sounds) play('stop');
  }, [stopped, sounds, at]);
}

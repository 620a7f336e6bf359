import { useSyncExternalStore } from 'react';

const query = typeof matchMedia === 'undefined' ? undefined : matchMedia('(max-width: 1023px)');

/** Whether the screen is too narrow to type on the drawing itself: a phone, or a tablet held upright. */
export const useNarrow = (): boolean =>
  useSyncExternalStore(
    (changed) => {
      query?.addEventListener('change', changed);
      return () => query?.removeEventListener('change', changed);
    },
    () => query?.matches ?? false,
  );

import { createContext, useContext } from 'react';
import { create, createStore, useStore, type StoreApi } from 'zustand';
import type { Sight } from '../../figures/cam/bearing';

/** Where the builder's hand is at one task: what was picked against the order of work, and what is held open. */
export interface Focus {
  /** The place that the builder went to; nothing while the work itself says which is next. */
  picked: { step: string; slot: string } | null;
  /** The panel that is open over the figure. */
  panel: string | null;
  /** What was typed at a place and can't be a reading; said for as long as it stands there. */
  refused: { place: string; typed: string; why: string } | null;
  /** The metal as it was last moved at a passage. */
  moved: { place: string; sight: Sight } | null;
  /** Grows each time that the keyboard is called back to the place or the button that it belongs to. */
  calls: number;
}

export interface FocusStore {
  api: StoreApi<Focus>;
  pick: (step: string, slot: string) => void;
  /** Leaves it to the work which place is next. */
  follow: () => void;
  show: (panel: string | null) => void;
  toggle: (panel: string) => void;
  refuse: (place: string, typed: string, why: string) => void;
  move: (place: string, sight: Sight) => void;
  /** Calls the keyboard back. */
  call: () => void;
}

export function createFocus(): FocusStore {
  const api = createStore<Focus>()(() => ({
    picked: null,
    panel: null,
    refused: null,
    moved: null,
    calls: 0,
  }));
  const { setState } = api;
  return {
    api,
    pick: (step, slot) => setState({ picked: { step, slot } }),
    follow: () => setState({ picked: null }),
    show: (panel) => setState({ panel }),
    toggle: (panel) => setState((now) => ({ panel: now.panel === panel ? null : panel })),
    refuse: (place, typed, why) => setState({ refused: { place, typed, why } }),
    move: (place, sight) => setState({ moved: { place, sight } }),
    call: () => setState(({ calls }) => ({ calls: calls + 1 })),
  };
}

const useRecalled = create(() => ({ recalls: 0 }));

/** Calls the keyboard back from outside the task: what lay over the bench is gone. */
export const recall = (): void => useRecalled.setState(({ recalls }) => ({ recalls: recalls + 1 }));

/** Grows with each of those calls. */
export const useRecalls = (): number => useRecalled((r) => r.recalls);

export const FocusContext = createContext<FocusStore | null>(null);

/** The store itself, to act on. */
export const useFocusStore = (): FocusStore => useContext(FocusContext)!;

/** Something of it, looked at. */
export const useFocus = <T>(read: (focus: Focus) => T): T => useStore(useFocusStore().api, read);

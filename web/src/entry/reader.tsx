import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { shopHere } from '../api/shopHere';
import { metricFront, type Reader } from './wording';

interface Settings {
  reader: Reader;
  setUnits: (units: Reader['units']) => void;
  me: string | null;
  setMe: (id: string) => void;
  dim: boolean;
  setDim: (dim: boolean) => void;
  /** Whether Alt with a letter does anything. */
  keys: boolean;
  setKeys: (on: boolean) => void;
  /** Whether taken, odd and stop are heard. */
  sounds: boolean;
  setSounds: (on: boolean) => void;
}

const Context = createContext<Settings | null>(null);

/** Who works in one shop is nobody in another; light and sounds are the tablet's. */
const own = (key: string): string => `${key} ${shopHere().id}`;

const kept = (key: string): string | null => {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
};

const keep = (key: string, value: string): void => {
  try {
    localStorage.setItem(key, value);
  } catch {
    // A browser that refuses to store still works; it only forgets.
  }
};

/** Who reads, in which units, by which light; kept on this tablet. */
export function SettingsProvider({ children }: { children: ReactNode }) {
  const [units, setUnits] = useState<Reader['units']>(() =>
    (kept(own('units')) ?? shopHere().units) === 'inch' ? 'inch' : 'metric',
  );
  const [me, setMe] = useState(() => kept(own('me')));
  const [dim, setDim] = useState(kept('dim') === 'yes');
  const [keys, setKeys] = useState(kept('keys') !== 'off');
  const [sounds, setSounds] = useState(kept('sounds') !== 'off');
  useEffect(() => {
    document.documentElement.dataset['theme'] = dim ? 'dim' : 'light';
  }, [dim]);
  const value = useMemo<Settings>(
    () => ({
      reader: { ...metricFront, units },
      setUnits: (u) => {
        keep(own('units'), u);
        setUnits(u);
      },
      me,
      setMe: (id) => {
        keep(own('me'), id);
        setMe(id);
      },
      dim,
      setDim: (d) => {
        keep('dim', d ? 'yes' : 'no');
        setDim(d);
      },
      keys,
      setKeys: (on) => {
        keep('keys', on ? 'on' : 'off');
        setKeys(on);
      },
      sounds,
      setSounds: (on) => {
        keep('sounds', on ? 'on' : 'off');
        setSounds(on);
      },
    }),
    [units, me, dim, keys, sounds],
  );
  return <Context value={value}>{children}</Context>;
}

/** Everything below is read from one end of the engine. */
export function SeenFrom({ view, children }: { view: Reader['view']; children: ReactNode }) {
  const settings = useSettings();
  const value = useMemo(() => ({ ...settings, reader: { ...settings.reader, view } }), [settings, view]);
  return <Context value={value}>{children}</Context>;
}

export const useSettings = (): Settings => useContext(Context)!;

export const useReader = (): Reader => useSettings().reader;

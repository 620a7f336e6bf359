import { lazy, type ComponentType } from 'react';

/** What Today does not need is fetched when it is opened, or ahead of that, as soon as nothing else is to be done. */
const fetches: (() => Promise<unknown>)[] = [];

function later<Name extends string>(fetch: () => Promise<Record<Name, ComponentType>>, name: Name) {
  fetches.push(fetch);
  return lazy(() => fetch().then((screens) => ({ default: screens[name] })));
}

export const BenchScreen = later(() => import('./bench/BenchScreen'), 'BenchScreen');
export const Plan = later(() => import('./screens/plan/Plan'), 'Plan');
export const Engines = later(() => import('./screens/sheets/Engines'), 'Engines');
export const EngineSheetScreen = later(
  () => import('./screens/sheets/EngineSheetScreen'),
  'EngineSheetScreen',
);
export const NewEngine = later(() => import('./screens/NewEngine'), 'NewEngine');
export const Crib = later(() => import('./screens/Crib'), 'Crib');
export const Settings = later(() => import('./screens/settings/Settings'), 'Settings');
export const Fasteners = later(() => import('./screens/Fasteners'), 'Fasteners');
export const Found = later(() => import('./screens/Found'), 'Found');
export const Parts = later(() => import('./screens/Parts'), 'Parts');
export const Record = later(() => import('./screens/Record'), 'Record');
export const Tag = later(() => import('./screens/Tag'), 'Tag');
export const StandScreen = later(() => import('./screens/Stand'), 'StandScreen');
export const StandSign = later(() => import('./screens/Stand'), 'StandSign');

/** Fetches all of it, one after the other: a line that goes away later takes no screen with it. */
export function fetchAhead(): void {
  const idle = (then: () => void) =>
    'requestIdleCallback' in window ? requestIdleCallback(then, { timeout: 5_000 }) : setTimeout(then, 1_000);
  const next = (i: number) => {
    const fetch = fetches[i];
    if (fetch)
      idle(
        () =>
          void fetch().then(
            () => next(i + 1),
            () => setTimeout(() => next(i), 10_000),
          ),
      );
  };
  next(0);
}

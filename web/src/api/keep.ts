import * as idb from 'idb-keyval';
import { shopKnown } from './shopHere';

/** The browser's own database, one a shop: what waits for one never reaches another that is opened at the same address. */
const store = shopKnown().then(({ id }) => idb.createStore(`neat-bore-${id}`, 'kept'));

export const get = async <T>(key: string): Promise<T | undefined> => idb.get<T>(key, await store);

export const set = async (key: string, value: unknown): Promise<void> => idb.set(key, value, await store);

export const del = async (key: string): Promise<void> => idb.del(key, await store);

export const update = async <T>(key: string, change: (was: T | undefined) => T): Promise<void> =>
  idb.update<T>(key, change, await store);

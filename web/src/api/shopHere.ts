import type { ShopNow } from './types';

/** What a tablet knows of the shop that it works for, whether or not there is a line. */
export type ShopHere = Pick<ShopNow, 'id' | 'demo' | 'name' | 'units'>;

const nobody: ShopHere = { id: '', demo: false, name: '', units: 'metric' };
const key = 'shop';
const longest = 4_000;

let here = nobody;
let tell: (shop: ShopHere) => void = () => undefined;
const known = new Promise<ShopHere>((resolve) => (tell = resolve));

/** The shop that this page works for, once it is known; what is kept in the browser is kept for it alone. */
export const shopKnown = (): Promise<ShopHere> => known;

/** The same, for what is drawn: the page is not drawn before it is known. */
export const shopHere = (): ShopHere => here;

const last = (): ShopHere => {
  try {
    return { ...nobody, ...(JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<ShopHere>) };
  } catch {
    return nobody;
  }
};

/**
 * Asks which shop is open at this address; without a line it is the one that was open last.
 * @param asked Told of all that was answered, so that it is asked for once.
 */
export async function findShop(asked: (shop: ShopNow) => void): Promise<ShopHere> {
  try {
    const answer = await fetch('/api/shop', { signal: AbortSignal.timeout(longest) });
    if (!answer.ok) throw new Error(answer.statusText);
    const shop = (await answer.json()) as ShopNow;
    const { id, demo, name, units } = shop;
    here = { id, demo, name, units };
    asked(shop);
    localStorage.setItem(key, JSON.stringify(here));
  } catch {
    here = last();
  }
  tell(here);
  return here;
}

import type { Reader } from '../../entry/wording';

/** From where it is seen, and which way up it is drawn. */
export const seen = (reader: Reader): string =>
  `seen from the ${reader.view}${!reader.up ? '' : ', as it hangs'}`;

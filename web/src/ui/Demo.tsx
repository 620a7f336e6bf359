import { shopHere } from '../api/shopHere';

/** Says on each screen of the made-up shop that it is one. */
export const Demo = () =>
  shopHere().demo ? (
    <b className="self-center bg-ink px-2 text-base leading-7 text-page" title="A made-up shop: try anything">
      Demo
    </b>
  ) : null;

import type { OwnerAnswer } from '../../api/types';

const ways = { phone: 'by telephone', written: 'in writing', 'in-person': 'in the shop' } as const;

/** An answer with who gave it, how and when. */
export const answerWords = (answer: OwnerAnswer): string =>
  `“${answer.words}”, ${answer.who}, ${ways[answer.how]}, ${new Date(answer.at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })}`;

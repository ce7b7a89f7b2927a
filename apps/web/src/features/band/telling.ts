import type { Telling } from '@backline/core/song/choices';

/** How freely repeats are told, as it is shown. */
export const TELLING_WORDS: Readonly<Record<Telling, string>> = {
  exactly: 'Exactly',
  'a little': 'A little differently',
  freely: 'Freely',
};

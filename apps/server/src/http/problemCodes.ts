/** Codes of what the server refuses, and when: they stay as they are while titles and details get better. */
export const PROBLEMS = {
  'song-unknown': 'no song has this id',
  'song-in-bin': 'the song was deleted and can be given back',
  'song-changed': 'a newer version was saved meanwhile',
  'changes-unfit': 'the song as it would be cannot be kept',
  'own-unknown': 'no style, patterns or player of one’s own has this id',
  'own-changed': 'it was changed elsewhere meanwhile',
  'own-unfit': 'it cannot be played by, or its name or id is taken',
  'progression-unknown': 'no progression of one’s own has this id',
  'request-unfit': 'a field of the request is missing, unknown, or none that is possible',
  'request-too-large': 'the request is larger than any song',
  'request-unreadable': 'the request is malformed',
  'request-unsupported': 'the request is neither JSON nor in UTF-8',
  'address-unknown': 'there is nothing at this address',
  'host-unknown': 'the app is not served under this name',
  'origin-foreign': 'a page elsewhere wants to change something',
  'database-away': 'the database is not answering',
  'database-full': 'the disk of the database is full',
  'database-read-only': 'the database takes no changes',
  'database-busy': 'something else holds the song',
  'database-locked': 'the database refuses the server’s name or password',
  'database-slow': 'the database took too long and was stopped',
  'server-mistake': 'what nobody has foreseen',
} as const;
/** The code of what the server refuses. */
export type ProblemCode = keyof typeof PROBLEMS;

/**
 * Codes of what can be refused: they stay as they are while sentences get better, so that programs, tests and reports
 * can rely on them. Each with when it is said.
 */

/** Why a document (a song, a style, patterns, a player) is not taken. */
export const READ_ERRORS = {
  'document-too-large': 'it holds more, or goes deeper, than any document may',
  'format-unknown': 'it does not name a format that is read here',
  'version-newer': 'a later version of the app has written it',
  'document-unfit': 'a field is missing, unknown, or none that is possible',
  'pattern-unknown': 'it names a pattern that is not in the library',
} as const;
/** The code of why a document is not taken. */
export type ReadError = keyof typeof READ_ERRORS;

/** Why an edit is not done. */
export const EDIT_ERRORS = {
  'song-unfit': 'the song as it would be cannot be kept: past a bound, out of order, too large',
  'part-frozen': 'a part that is frozen plays as it was kept',
  'cues-too-many': 'a section has as many cues as it may have',
  'cue-without-parts': 'a cue moves no part',
  'endings-in-the-way': 'a section with first and second endings stays whole',
  'endings-too-long': 'the endings of a section leave nothing before them',
  'section-too-long': 'a section would have more bars than it may have',
  'nothing-to-reharmonise': 'no chord there can be replaced in the way that was asked for',
  'chords-too-long': 'chords of one’s own are longer than their section',
  'drafts-too-many': 'a section has as many drafts as it may have',
  'sections-unlike': 'two sections that differ in what holds for the whole are not joined',
} as const;
/** The code of why an edit is not done. */
export type EditError = keyof typeof EDIT_ERRORS;

/** What a chart can be refused for, and when; the codes stay as they are. */
export const CHART_ERRORS = {
  'chord-unreadable': 'a word is no chord, numeral or degree',
  'chord-ambiguous': 'a word can be read as two chords',
  'number-ambiguous': 'a bare number among chords by name can be a degree or a length',
  'option-unknown': 'what stands in braces behind a chord is not known, or no length',
  'option-before-chord': 'what is said of a chord stands in front of it',
  'option-without-chord': 'what is said of a chord has none',
  'brace-open': 'a brace is not closed',
  'bar-empty': 'there is nothing between two bar lines',
  'bar-overfull': 'a bar has more written than it holds',
  'bar-underfull': 'the lengths written in a bar are less than it holds',
  'bar-length-unreadable': 'the length of a bar of its own is none',
  'nothing-to-hold': 'a bar holds on and there is no chord before it',
  'nothing-to-repeat': 'there is no bar to repeat, or one of another length',
  'header-unknown': 'a line names something that is not known',
  'header-misplaced': 'a line belongs at the top of the chart',
  'key-unknown': 'a key does not read',
  'metre-unknown': 'a metre is not among those that can be played',
  'tempo-unreadable': 'a tempo is no number of beats a minute that can be played',
  'tempo-change-in-header': 'the song’s own tempo cannot be a gradual change',
  'tempo-change-length': 'a gradual change of tempo is too long, or has no bar',
  'style-unknown': 'a style is neither known nor could be one',
  'heading-open': 'a heading is not closed',
  'name-empty': 'a title or a heading has no name',
  'name-too-long': 'a title or a name is too long',
  'name-unreadable': 'a title or a name holds a character that is none',
  'repeats-unreadable': 'what stands behind a heading is no number of repeats',
  'section-without-bars': 'a heading without bars names no section that came before',
  'sections-too-many': 'there are more sections than a song may have',
  'section-too-long': 'a section has more bars than it may have',
  'chords-too-many': 'a section has more chords than it may have',
  'form-too-long': 'the form has more places than it may have',
  'song-too-long': 'the form plays out to more bars than a song may have',
  'chart-without-bars': 'there are no bars',
  'text-too-large': 'the text is larger than any chart',
  'text-unreadable': 'this is no text',
} as const;
/** The code of what a chart is refused for. */
export type ChartErrorCode = keyof typeof CHART_ERRORS;

/** A word that does not read, with the nearest readings, nearest first. */
export interface Unread {
  readonly word: string;
  readonly offers: readonly string[];
}

/** Why a chart cannot be read, with its place: 1-based line and column. */
export class ChartError extends Error {
  constructor(
    /** It stays as it is while the sentence may get better. */
    readonly code: ChartErrorCode,
    readonly line: number,
    readonly column: number,
    readonly reason: string,
    readonly unread: Unread | null = null,
  ) {
    super(`Line ${line}, column ${column}: ${reason}`);
    this.name = 'ChartError';
  }
}

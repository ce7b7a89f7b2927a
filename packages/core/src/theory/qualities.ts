/**
 * The qualities offered by name, in two rings. Their tones come from the grammar;
 * this list only says which names there are, in the order of use.
 */
export const EVERYDAY_QUALITIES = [
  '', 'm', '7', 'maj7', 'm7', '5', 'sus2', 'sus4', 'dim', 'aug', '6', 'm6', 'add9', '9',
] as const; // prettier-ignore

export const ALL_QUALITIES = [
  ...EVERYDAY_QUALITIES,
  'm7b5', 'dim7', 'mMaj7', '7sus4', '9sus4', 'maj9', 'm9', '6/9', 'm6/9', 'madd9', 'add11',
  'm11', '11', '13', 'maj13', 'm13', '13sus4', '7b5', '7#5', 'maj7b5', 'maj7#5', 'm7#5',
  '7b9', '7#9', '7#11', 'maj7#11', '7b13', '9b5', '9#5', '9#11', 'maj9#11', '13#11', '13b9',
  '7b5b9', '7#5b9', '7#5#9', '7b5#9', '7b9b13', '7#9b13', '7b9#11', '7b9sus4', '7sus2', 'maj7sus4',
  'mMaj9', 'dimMaj7', 'm9b5', 'm11b5', '7alt', 'maj11', 'sus2sus4', 'm7add11', 'add#11',
] as const; // prettier-ignore

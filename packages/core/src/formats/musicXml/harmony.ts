/** Chords as MusicXML names them: kinds by their degrees, what a kind does not have is added. */
import type { Chord } from '../../theory/chord';
import { degreeNumber, type Degree } from '../../theory/degree';
import { LETTERS, type Spelled } from '../../theory/pitch';
import { element, type Element } from './elements';
import type { Ticks } from '../../units/units';

/** Kinds of MusicXML 4.0 (kind-value) and the degrees they stand for. */
const KINDS: readonly (readonly [kind: string, degrees: readonly Degree[]])[] = [
  ['dominant-13th', ['1', '3', '5', 'b7', '9', '13']],
  ['major-13th', ['1', '3', '5', '7', '9', '13']],
  ['minor-13th', ['1', 'b3', '5', 'b7', '9', '13']],
  ['minor-11th', ['1', 'b3', '5', 'b7', '9', '11']],
  ['dominant-ninth', ['1', '3', '5', 'b7', '9']],
  ['major-ninth', ['1', '3', '5', '7', '9']],
  ['minor-ninth', ['1', 'b3', '5', 'b7', '9']],
  ['dominant', ['1', '3', '5', 'b7']],
  ['major-seventh', ['1', '3', '5', '7']],
  ['minor-seventh', ['1', 'b3', '5', 'b7']],
  ['diminished-seventh', ['1', 'b3', 'b5', 'bb7']],
  ['augmented-seventh', ['1', '3', '#5', 'b7']],
  ['half-diminished', ['1', 'b3', 'b5', 'b7']],
  ['major-minor', ['1', 'b3', '5', '7']],
  ['major-sixth', ['1', '3', '5', '6']],
  ['minor-sixth', ['1', 'b3', '5', '6']],
  ['major', ['1', '3', '5']],
  ['minor', ['1', 'b3', '5']],
  ['augmented', ['1', '3', '#5']],
  ['diminished', ['1', 'b3', 'b5']],
  ['suspended-second', ['1', '2', '5']],
  ['suspended-fourth', ['1', '4', '5']],
  ['power', ['1', '5']],
];

const stepOf = ({ letter }: Spelled): string => LETTERS[letter]!;

/** A note's name as a pair of elements: `root-step` and, where it has one, `root-alter`. */
function named(part: 'root' | 'bass', note: Spelled): Element {
  return element(part, [
    element(`${part}-step`, stepOf(note)),
    note.alter ? element(`${part}-alter`, note.alter) : null,
  ]);
}

/** Semitones by which a degree is altered: its signs. */
const alterOf = (degree: Degree): number => {
  const signs = degree.length - String(degreeNumber(degree)).length;
  return degree.startsWith('b') ? -signs : signs;
};

/** A quality as it is printed, with real flats and sharps. */
const qualityText = (quality: string): string => quality.replace(/b(?=\d)/g, '♭').replace(/#/g, '♯');

/** The kind that has most of a chord's degrees and none that it has not; null where that is no kind at all. */
function kindOf(degrees: readonly Degree[]): (typeof KINDS)[number] | null {
  const own = new Set(degrees);
  return KINDS.find(([, all]) => all.every((degree) => own.has(degree))) ?? null;
}

/**
 * A chord over the staff. @param chord null where none sounds: "N.C." @param offset ticks behind where it stands in the
 * bar.
 */
export function harmony(chord: Chord | null, offset: Ticks): Element {
  const later = offset ? element('offset', offset) : null;
  if (!chord) {
    const none = element('kind', 'none', { text: 'N.C.' });
    return element('harmony', [element('root', [element('root-step', 'C')]), none, later]);
  }
  const kind = kindOf(chord.degrees);
  const rest = kind ? chord.degrees.filter((degree) => !kind[1].includes(degree)) : [];
  const isSlash = chord.bass.letter !== chord.root.letter || chord.bass.alter !== chord.root.alter;
  return element('harmony', [
    named('root', chord.root),
    element('kind', kind?.[0] ?? 'other', { text: qualityText(chord.quality) }),
    isSlash ? named('bass', chord.bass) : null,
    ...rest.map((degree) =>
      element(
        'degree',
        [
          element('degree-value', degreeNumber(degree)),
          element('degree-alter', alterOf(degree)),
          element('degree-type', 'add'),
        ],
        // The text of the kind has it.
        { 'print-object': 'no' },
      ),
    ),
    later,
  ]);
}

import type { ChartErrorCode } from '@backline/core/formats/chart/error';
import type { ReadError } from '@backline/core/song/errorCodes';
import { RICHNESS } from '@backline/core/theory/extensions';
import { TUNING_NAMES, VOICING_TYPES } from '@backline/core/song/choices';

/** Why a command line is not done, beside what a chart or a document is refused for. */
export const USAGE_ERRORS = {
  usage: 'the command is called as it cannot be: an unknown word, an option out of range, something left out',
  'file-unreadable': 'a file is not there, cannot be read, or is no JSON',
  'file-unwritable': 'a file or a folder cannot be written',
  'style-unknown': 'there is no style by that id',
  'chord-unreadable': 'a chord symbol cannot be read',
} as const;

/** The code of why a command line is not done. */
export type UsageErrorCode = keyof typeof USAGE_ERRORS | ChartErrorCode | ReadError;

/** A mistake in how the command was called or in what it was given: one sentence and its code, exit status 2. */
export class UsageError extends Error {
  constructor(
    message: string,
    readonly code: UsageErrorCode = 'usage',
  ) {
    super(message);
  }
}

export const HELP: Record<string, string> = {
  chord: `backline chord SYMBOL
  Reads a chord symbol. Prints {symbol, root, bass, tones, degrees, pitchClasses, scale}.`,
  recognise: `backline recognise NOTE...
  Names sounding notes (60 or C4 for middle C), the lowest as the bass. Prints {names, tones}.`,
  styles: `backline styles [--details] [--fit CHART [--asked "WORDS"]]
  Lists the styles. Prints [{id, name, feel, metres, tempo: [low, high]}]; with --details also what each is made
  of, with --fit how well each fits a chart by its metre, tempo and chords (0 to 1, best first), what does not and
  what speaks for it: {fit, reasons, because}. With --asked those first that answer a request, like "slow soul".`,
  patterns: `backline patterns STYLE KIND [--fit CHART]
  Lists what a kind of part can play: the style's own patterns first, then the rest of the library. Prints
  [{id, name, inStyle, metres, feel, genres, energy, tempo, leaves}], with --fit also {fit, reasons}.`,
  players: `backline players [--fit CHART]
  Lists the soloists. Prints [{id, name, kind, instrument, about, feel, genres, energy, tempo, leaves, reasons}]; with
  --fit best first for a chart, with how well each fits (0 to 1) and what does not.`,
  take: `backline take CHART --player ID --bars 5-8 [--seed N] [--style ID]
  Plays some bars of the song, counted from 1 as they are played, by a soloist, joined to what is played beside them.
  Prints {part, player, bars, seed, notes: [{start, duration, pitch, velocity, why, touch}]}, times in quarter-note
  beats from the song's start.`,
  settings: `backline settings
  Lists what can be set for a part with --part. Prints [{name, label, group, moves, values, unit, neutral, kinds}];
  neutral null is as the part's pattern has it, kinds null are all.`,
  'style-check': `backline style-check FILE
  Reads a style or a family of patterns from a JSON file (docs/styles.md) and prints what it holds, or says what is
  wrong with it and where.`,
  voice: `backline voice CHART [--manner M] [--voices N] [--register MIDI] [--spread SEMITONES]
      [--richness R] [--tuning T] [--capo FRET]
  Voices a chart's chords. Prints [{symbol, start, duration, pitches}], times in quarter-note beats; with
  --manner guitar also frets from the lowest string, null muted, and what a shape lacks where no hand
  holds the whole chord. Manners: ${VOICING_TYPES.join(', ')}.
  Richness: ${RICHNESS.join(', ')}. Tunings: ${TUNING_NAMES.join(', ')}.`,
  ideas: `backline ideas CHART [--after N]
  Ranks chords that could follow chord number N of the chart (0: at its start; without it: at its end).
  Prints {key, before, after, ideas: [{symbol, numeral, why, cost}]}, near to far.`,
  route: `backline route FROM TO --steps N [--key K]
  Finds the smoothest ways from one chord to another chord, or to a key written "Eb major", in N moves.
  Prints {from, to, steps, key, routes: [{chords, numerals, why, cost}]}.`,
  notes: `backline notes CHART [--style ID] [--seed N] [--part PART.SETTING=VALUE]...
  Generates the band. Prints {title, key, tempo, ppq, chords, parts}, times in quarter-note beats from the song's
  start: of each note "at" and "length" as it is written, "start" and "duration" as it sounds. With --part parts are
  set, like --part bass.pattern=walking --part bass.density=2.`,
  listen: `backline listen CHART [--style ID] [--seed N] [--part PART.SETTING=VALUE]...
  Hears the band by numbers: whether its players agree, vary, leave room to each other and build. Prints shares
  in percent, counts, whether its style's own figures hold, who plays in each playing, how the song grows, how far
  voices go, and in words what is agreed in each section.`,
  band: `backline band CHART [--style ID] [--seed N] [--part PART.SETTING=VALUE]... --out FILE.mid
  Generates the band and writes it as a MIDI file.`,
  staff: `backline staff CHART --out FILE.musicxml [--only PART] [--for-instrument] [--style ID] [--seed N]
      [--part PART.SETTING=VALUE]...
  Writes one part (the solo unless said) as notation in MusicXML, with the chords over it: as it sounds, or with
  --for-instrument as its instrument reads it. Prints {file, part, bars, forInstrument}.`,
  render: `backline render CHART [--style ID] [--seed N] [--part PART.SETTING=VALUE]... --out FILE [--bits 16|24]
                [--section NAME] [--only PART] [--stems FOLDER] [--plain]
  Plays the band into a file: .wav (16 bits unless said), .mp3 or .ogg, 44100 Hz. --section takes one section of it,
  --only one part, --stems writes a file a part as well, which laid over each other are the song; --plain leaves the
  master out. Prints {file, seconds, peak, loudness, truePeak, stems}: LUFS and dBTP.`,
};

export const OVERVIEW = `backline: chords in, a band out

${Object.values(HELP).join('\n\n')}

CHART is a text file of chords, or - for standard input. Errors exit with status 2: a sentence, and in brackets a code that
stays the same (docs/errors.md).`;

/** An option's value as a whole number in a range, or undefined where it is not given. */
export function wholeNumber(
  name: string,
  text: string | undefined,
  low: number,
  high: number,
): number | undefined {
  if (text === undefined) return undefined;
  const value = Number(text);
  if (text.trim() !== '' && Number.isInteger(value) && value >= low && value <= high) return value;
  throw new UsageError(`--${name} takes a whole number from ${low} to ${high}, not "${text}".`);
}

/** An option's value as one of some words, or undefined where it is not given. */
export function oneOf<T extends string>(
  name: string,
  text: string | undefined,
  words: readonly T[],
): T | undefined {
  if (text === undefined) return undefined;
  const found = words.find((w) => w.toLowerCase() === text.trim().toLowerCase());
  if (found) return found;
  throw new UsageError(`--${name} takes one of ${words.join(', ')}, not "${text}".`);
}

import { writeFileSync } from 'node:fs';
import { ideas } from '@backline/core/analysis/ideas';
import { recognise } from '@backline/core/analysis/recognise';
import { ROUTE_STEPS, readTarget, routes } from '@backline/core/analysis/route';
import { renderBand } from '@backline/core/band/index';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { styleOf } from '@backline/core/band/repertoire';
import { seatTrouble, seatsOf } from '@backline/core/formats/midi/channels';
import { ChordError, parseChord } from '@backline/core/theory/chordGrammar';
import { chordPitchClasses, chordTones } from '@backline/core/theory/chord';
import { keyText, parseKey } from '@backline/core/theory/key';
import { noteName, parseMidi } from '@backline/core/theory/pitch';
import { RICHNESS, withExtensions } from '@backline/core/theory/extensions';
import { defaultScale } from '@backline/core/theory/scale';
import { PPQ, toQuarters } from '@backline/core/time/ticks';
import { voice } from '@backline/core/voicing/auto';
import { guitarPath } from '@backline/core/voicing/guitar/path';
import { troubleWith } from '@backline/core/voicing/guitar/check';
import { LAST_FRET, SPAN } from '@backline/core/voicing/guitar/shapes';
import { HIGHEST_CAPO, TUNING_NAMES, VOICING_TYPES, type VoicingType } from '@backline/core/song/choices';
import { STANDARD_TUNING, openStrings } from '@backline/core/voicing/guitar/tunings';
import { loadChart } from './chartFile';
import { notWritten } from './notWritten';
import { listenTo } from './listen';
import { withPartOptions } from './partOptions';
import { players, take } from './players';
import { render } from './render';
import { staff } from './staff';
import { patterns, styleCheck, styles } from './styles';
import { KINDS } from '@backline/core/parts/index';
import { listedSettings } from '@backline/core/song/settings/listing';
import type { Given } from './given';
import { UsageError, oneOf, wholeNumber } from './usage';
import { OURS } from '@backline/core/styles/index';

/** Runs what reads chords and keys; their complaints become usage errors. */
function reading<T>(what: () => T): T {
  try {
    return what();
  } catch (error) {
    if (error instanceof ChordError) throw new UsageError(error.message, 'chord-unreadable');
    throw error;
  }
}

function chord({ operands }: Given): unknown {
  if (operands.length !== 1) throw new UsageError('Name one chord, like: backline chord Ebm7b5');
  const found = reading(() => parseChord(operands[0]!));
  return {
    symbol: found.symbol,
    root: noteName(found.root),
    bass: noteName(found.bass),
    tones: chordTones(found).map(noteName),
    degrees: found.degrees,
    pitchClasses: chordPitchClasses(found),
    // Alone a chord has no key; its scale is the one of its own quality.
    scale: defaultScale(found, null),
  };
}

function recogniseNotes({ operands }: Given): unknown {
  if (!operands.length) throw new UsageError('Name the notes, like: backline recognise E3 A3 C4 E4');
  return recognise(
    operands.map((text) => {
      const midi = parseMidi(text);
      if (midi === null) {
        throw new UsageError(`"${text}" is not a note. Write a number from 0 to 127 or a name like C4.`);
      }
      return midi;
    }),
  );
}

/** Highest fret a guitar's chords are asked for at, as a register. */
const HIGHEST_REGISTER = STANDARD_TUNING[0]! + LAST_FRET - SPAN;

/** How a guitar voices chords, with the frets; what it cannot do is said with the nearest it can. */
function onGuitar(symbols: readonly string[], options: Given['options']): VoicedChordLine[] {
  const tuning = oneOf('tuning', options.tuning, TUNING_NAMES) ?? 'standard';
  const capo = wholeNumber('capo', options.capo, 0, HIGHEST_CAPO) ?? 0;
  const strings = wholeNumber('voices', options.voices, 3, 8) ?? 6;
  if (strings > 6) throw new UsageError(`A guitar has six strings: --voices takes 3 to 6, not "${strings}".`);
  const register = wholeNumber('register', options.register, 24, 84) ?? STANDARD_TUNING[0]!;
  if (register > HIGHEST_REGISTER) {
    throw new UsageError(
      `No shape lies at register ${register}: the highest place on the neck is ${HIGHEST_REGISTER}, fret ${HIGHEST_REGISTER - STANDARD_TUNING[0]!}.`,
    );
  }
  const aim = { register, strings, tuning, capo };
  const open = openStrings(tuning, capo);
  return guitarPath(symbols.map((symbol) => ({ chord: parseChord(symbol), aim }))).map(
    ({ pitches, frets }, i) => {
      const lacks = frets.length ? troubleWith(frets, parseChord(symbols[i]!), open) : [];
      return { pitches, frets, ...(lacks.length ? { lacks } : {}) };
    },
  );
}

interface VoicedChordLine {
  readonly pitches: readonly number[];
  readonly frets?: readonly (number | null)[];
  /** What the nearest shape lacks, where no hand holds the whole chord. */
  readonly lacks?: readonly string[];
}

function inManner(
  symbols: readonly string[],
  voicingType: VoicingType,
  options: Given['options'],
): VoicedChordLine[] {
  const voices = wholeNumber('voices', options.voices, 3, 8) ?? 4;
  const register = wholeNumber('register', options.register, 24, 84) ?? 55;
  const spread = wholeNumber('spread', options.spread, 2, 12) ?? 4;
  const aim = { voices, register, spread, low: 21, high: 108, bassPlays: false, voicingType };
  return voice(symbols.map((symbol) => ({ chord: parseChord(symbol), aim }))).map((pitches) => ({ pitches }));
}

function voiceChart({ operands, options, warn }: Given): unknown {
  const song = loadChart(operands[0], {}, warn);
  const manner = oneOf('manner', options.manner, VOICING_TYPES) ?? 'free';
  const richness = oneOf('richness', options.richness, RICHNESS) ?? 'as written';
  const { chords } = renderBand({ ...song, parts: [] }, OURS);
  const { tonicExtension } = styleOf(song, OURS);
  const sounding = chords.flatMap((c) =>
    c.symbol === null
      ? []
      : [{ ...c, symbol: withExtensions(c.symbol, richness, keyText(c.key), tonicExtension) }],
  );
  const symbols = sounding.map((c) => c.symbol);
  const voiced = manner === 'guitar' ? onGuitar(symbols, options) : inManner(symbols, manner, options);
  return sounding.map((c, i) => ({
    symbol: c.symbol,
    start: toQuarters(c.start),
    duration: toQuarters(c.duration),
    ...voiced[i]!,
  }));
}

function notes({ operands, options, parts, warn }: Given): unknown {
  const song = withPartOptions(loadChart(operands[0], options, warn), parts);
  const band = renderBand(song, OURS);
  const seats = seatsOf(band.parts);
  return {
    title: song.title,
    key: song.key,
    tempo: song.tempo,
    ppq: PPQ,
    chords: band.chords.map(({ symbol, start, duration, section, timesPlayed, key }) => ({
      symbol,
      start: toQuarters(start),
      duration: toQuarters(duration),
      section,
      pass: timesPlayed,
      key: keyText(key),
    })),
    ...(band.standIn ? { standIn: band.standIn } : {}),
    parts: band.parts.map(({ id, kind, program, trouble, notes: played }, i) => ({
      id,
      kind,
      channel: seats[i]!.channel + 1,
      program,
      ...(trouble ? { trouble } : {}),
      notes: played.map(({ at, length, start, duration, pitch, velocity, noteFunction }) => ({
        at: toQuarters(at),
        length: toQuarters(length),
        start: toQuarters(start),
        duration: toQuarters(duration),
        pitch,
        velocity,
        why: noteFunction,
      })),
    })),
  };
}

function listen({ operands, options, parts, warn }: Given): unknown {
  return listenTo(withPartOptions(loadChart(operands[0], options, warn), parts));
}

function band({ operands, options, parts, warn }: Given): unknown {
  const { out } = options;
  if (!out) throw new UsageError('Say where to write the file, like: --out song.mid');
  const song = withPartOptions(loadChart(operands[0], options, warn), parts);
  const rendered = renderBand(song, OURS);
  const bytes = writeMidiFile(song, rendered);
  try {
    writeFileSync(out, bytes);
  } catch (error) {
    throw notWritten(out, error);
  }
  const count = rendered.parts.reduce((sum, part) => sum + part.notes.length, 0);
  const shared = seatTrouble(rendered.parts);
  return {
    file: out,
    parts: rendered.parts.length,
    notes: count,
    ...(shared ? { remark: shared } : {}),
  };
}

function nextIdeas({ operands, options, warn }: Given): unknown {
  const song = loadChart(operands[0], {}, warn);
  const sounding = renderBand({ ...song, parts: [] }, OURS).chords.flatMap((c) =>
    c.symbol === null ? [] : [{ symbol: c.symbol, key: c.key }],
  );
  const after = wholeNumber('after', options.after, 0, sounding.length) ?? sounding.length;
  const before = sounding.slice(0, after);
  const next = sounding[after];
  const held = before[before.length - 1]?.key ?? next?.key;
  const key = held ? keyText(held) : song.key;
  return {
    key,
    before: before[before.length - 1]?.symbol ?? null,
    after: next?.symbol ?? null,
    ideas: ideas({
      before: before.map((c) => c.symbol),
      after: next?.symbol ?? null,
      key,
      palette: null,
      feel: styleOf(song, OURS).feel,
    }),
  };
}

function route({ operands, options }: Given): unknown {
  const [from, to] = operands;
  if (!from || !to) throw new UsageError('Name two chords, like: backline route C G --steps 3 --key C');
  const steps = wholeNumber('steps', options.steps, ROUTE_STEPS.least, ROUTE_STEPS.most);
  if (steps === undefined) throw new UsageError('Say in how many steps, like: --steps 3');
  const key = parseKey(options.key ?? 'C');
  if (!key) throw new UsageError(`"${options.key}" is not a key. Write one like C, Eb or F#m.`);
  const asked = reading(() => ({
    from: parseChord(from).symbol,
    to: readTarget(to),
    steps,
    key: keyText(key),
  }));
  return { ...asked, routes: routes(asked) };
}

interface Command {
  readonly run: (given: Given) => unknown;
  readonly options: readonly string[];
  /** Options without a value. */
  readonly flags?: readonly string[];
}

/** Each command with the options it takes. */
export const COMMANDS: Record<string, Command> = {
  chord: { run: chord, options: [] },
  recognise: { run: recogniseNotes, options: [] },
  settings: { run: () => listedSettings(KINDS), options: [] },
  styles: { run: styles, options: ['fit', 'asked'], flags: ['details'] },
  patterns: { run: patterns, options: ['fit'] },
  players: { run: players, options: ['fit'] },
  take: { run: take, options: ['player', 'bars', 'seed', 'style'] },
  'style-check': { run: styleCheck, options: [] },
  voice: {
    run: voiceChart,
    options: ['manner', 'voices', 'register', 'spread', 'richness', 'tuning', 'capo'],
  },
  ideas: { run: nextIdeas, options: ['after'] },
  route: { run: route, options: ['steps', 'key'] },
  notes: { run: notes, options: ['style', 'seed', 'part'] },
  listen: { run: listen, options: ['style', 'seed', 'part'] },
  band: { run: band, options: ['style', 'seed', 'part', 'out'] },
  staff: { run: staff, options: ['style', 'seed', 'part', 'only', 'out'], flags: ['for-instrument'] },
  render: {
    run: render,
    options: ['style', 'seed', 'part', 'out', 'stems', 'bits', 'section', 'only'],
    flags: ['plain'],
  },
};

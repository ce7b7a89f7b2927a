/** Song and seed to notes: the one entry point. Nothing downstream invents notes. */
import { derived } from '../memo/derived';
import type { Part, Song } from '../song/schema';
import type { Role } from '../style/kind';
import type { Bar } from '../time/bars';
import { beatsOf } from '../time/beats';
import { metreOf, type Metre } from '../time/metre';
import type { Chord } from '../theory/chord';
import { keyOf, type Key } from '../theory/key';
import { agree } from '../ensemble';
import { agreementInWords, type SectionInWords } from '../ensemble/agreementInWords';
import { expandForm, type Occurrence } from '../timeline/occurrences';
import { type ChordSpan } from '../timeline/chordSpans';
import { chartSpans, regionsOf, type Region } from '../timeline/region';
import type { BandNote } from './bandNote';
import { takesInForm, withTakes } from './takesInForm';
import { guideNotes } from './guide';
import { forgetful, type RegionMemory } from './windowCache';
import type { RegionEvents } from './playRegion';
import type { Gesture } from '../groove/gestures';
import { faded, fadeOf } from './fading';
import type { HeardPart } from './goingWith';
import { eventsIn, heardAmong, type PartPlaying } from './playing';
import { fromRest, gesturesAt, gliding, joined, type Gestures } from './gestures';
import { mixGestures, withMix } from './mixing';
import { mixSpans, type MixSpan } from '../timeline/mixing';
import type { TakePlayed } from '../timeline/takesPlayed';
import { kindOf, missingKind, styleOf, type Repertoire } from './repertoire';
import type { Bpm, Ticks } from '../units/units';

/** What one part of the song plays: its notes and gestures through the whole song. */
export interface BandPart {
  readonly id: string;
  readonly kind: string;
  /** What its kind is to a band; null where that is not at hand. */
  readonly role: Role | null;
  /** False for percussion, which shares a channel. */
  readonly pitched: boolean;
  readonly name: string;
  /** General MIDI program at the start, 0-based. */
  readonly program: number;
  /** Later programs, where a section has another instrument. */
  readonly programs: readonly { readonly tick: Ticks; readonly program: number }[];
  readonly mix: Part['mix'];
  /** Why it is silent in places where it should play, as a sentence; null where all is well. */
  readonly trouble: string | null;
  readonly notes: readonly BandNote[];
  /** The same notes run by run: a run in which nothing changed is the very same list. */
  readonly groups: readonly (readonly BandNote[])[];
  /** Slides, pedal, swells, in order of time; ticks from the song's start. */
  readonly gestures: readonly Gesture[];
}

/** A chord of the chart as it is played in one occurrence of its section, in the song's time. */
export interface BandChord {
  readonly symbol: string | null;
  /** What the symbol says; null for none. */
  readonly chord: Chord | null;
  readonly start: Ticks;
  readonly duration: Ticks;
  /** Ticks before its start at which it is felt. */
  readonly anticipation: Ticks;
  readonly section: string;
  readonly sectionId: string;
  readonly chordId: string;
  /** Which playing of the section, from 1. */
  readonly timesPlayed: number;
  readonly key: Key;
}

/** A bar as it is played in one occurrence of its section, in the song's time. */
export interface BandBar {
  /** The place of the form and its repeat: the same playing whatever comes before it. */
  readonly occurrenceKey: string;
  readonly start: Ticks;
  readonly length: Ticks;
  readonly metre: Metre;
  /** Where its beats begin, ticks from its start. */
  readonly beats: readonly number[];
  readonly key: Key;
  /** Quarter notes a minute where it begins, and where it ends. */
  readonly tempo: Bpm;
  readonly tempoTo: Bpm;
  readonly section: string;
  readonly sectionId: string;
  readonly timesPlayed: number;
  /** 0-based bar of its section: with first and second endings not one more than the bar before. */
  readonly index: number;
}

/** A song as notes: bars, chords and parts in the song's time. All times are ticks. */
export interface Band {
  readonly length: Ticks;
  readonly bars: readonly BandBar[];
  readonly chords: readonly BandChord[];
  readonly parts: readonly BandPart[];
  /** The style that plays in place of the song's own, which is not at hand; null where all is well. */
  readonly standIn: string | null;
  /** What the players agree on in each section, in sentences. */
  readonly agreed: readonly SectionInWords[];
  /** The chart's own chords, where the writer wants them under playback; no part of the band. */
  readonly guide: readonly BandNote[];
}

/** Where a part's instrument changes, and to which, in the song's time. */
const instrumentsOf = (occurrences: readonly Placing[], regions: readonly Region[]) => {
  const changes: { tick: Ticks; program: number }[] = [];
  occurrences.forEach((occurrence, i) => {
    for (const { start, settings } of regions[i]!.settingsSpans) {
      if (changes[changes.length - 1]?.program === settings.instrument) continue;
      changes.push({ tick: occurrence.start + start, program: settings.instrument });
    }
  });
  return changes;
};

const troubleIn = (name: string, sections: readonly string[]): string =>
  `${name} cannot be played in ${sections.join(', ')} and rests there. Choose another pattern, voicing or chord.`;

/** What a part has to know of a playing: most of what becomes of one is no matter of it. */
type Placing = Pick<Occurrence, 'start' | 'length' | 'occurrenceKey' | 'entry' | 'repeat'> & {
  readonly section: { readonly id: string; readonly name: string };
};

const placingOf = derived(
  ({
    occurrence: { start, length, occurrenceKey, entry, repeat, section },
  }: {
    occurrence: Occurrence;
  }): Placing => ({
    start,
    length,
    occurrenceKey,
    entry,
    repeat,
    section: { id: section.id, name: section.name },
  }),
  { occurrence: 2 },
);

interface Parted {
  readonly part: Part;
  /** Null where its kind is not at hand. */
  readonly regions: readonly Region[] | null;
  readonly occurrences: readonly Placing[];
  readonly repertoire: Repertoire;
  readonly memory: RegionMemory;
  readonly fade: ReturnType<typeof fadeOf>;
  readonly mixed: readonly (readonly MixSpan[])[];
  /** By playing, the takes that are played in it. */
  readonly takes: readonly (readonly TakePlayed[])[];
  /** By playing, those with whom it goes there. */
  readonly others: readonly (readonly HeardPart[])[];
}

function bandPart(parted: Parted): BandPart {
  const { part, regions, occurrences, repertoire, memory, fade, mixed, takes, others } = parted;
  const { id, kind: kindId, name, mix } = part;
  const kind = kindOf(part, repertoire);
  if (!kind || !regions) {
    const silent = { program: 0, programs: [], notes: [], groups: [], gestures: [] };
    return { id, kind: kindId, role: null, pitched: true, name, mix, trouble: missingKind(part), ...silent };
  }
  const placed: TimedEvents[] = [];
  const failed = new Set<string>();
  const sounding = regions.map((region, i) => withTakes(region, takes[i] ?? []));
  const playing: PartPlaying = { kind, frozen: part.frozen, regions, memory, takes };
  occurrences.forEach((occurrence, i) => {
    // What one part cannot play silences no other.
    try {
      const made = eventsIn(playing, i, occurrence, others[i] ?? []);
      placed.push(...placedGroups(occurrence.start, occurrence.occurrenceKey, made));
    } catch {
      failed.add(occurrence.section.name);
    }
  });
  const programs = instrumentsOf(occurrences, sounding);
  const last = occurrences[occurrences.length - 1];
  const together = oneAfterAnother(placed);
  const moved = gliding(fromRest(together.gestures), last ? last.start + last.length : 0);
  const mixes = occurrences.map((occurrence, i) => ({
    occurrence,
    spans: regions[i]!.spans,
    mix: mixed[i]!,
  }));
  return {
    id,
    kind: kindId,
    role: kind.role,
    pitched: kind.pitched,
    name,
    program: programs[0]?.program ?? kind.defaults.instrument ?? 0,
    programs: programs.slice(1),
    mix,
    trouble: failed.size ? troubleIn(name, [...failed]) : null,
    notes: together.notes,
    groups: placed.map((one) => one.notes),
    gestures: faded(withMix(moved, mixGestures(mixes)), fade),
  };
}

/** A part of which nothing is other is the very same. */
const samePart = derived(bandPart, { regions: 1, occurrences: 1, mixed: 1, fade: 1, takes: 1, others: 1 });

/** The whole band of a song. */
export function renderBand(song: Song, repertoire: Repertoire, memory: RegionMemory = forgetful): Band {
  const style = styleOf(song, repertoire);
  const agreed = agree(song, repertoire.kinds, style, expandForm(song));
  const { occurrences } = agreed;
  const regions = regionsOf(song, repertoire.kinds, style, agreed);
  const last = occurrences[occurrences.length - 1];
  const bars = ([] as BandBar[]).concat(...occurrences.map(occurrenceBars));
  const fade = fadeOf(song, bars);
  const mixes = occurrences.map((occurrence) => mixSpans(repertoire.kinds, style, song.parts, occurrence));
  const placings = occurrences.map((occurrence) =>
    placingOf(memory, occurrence.occurrenceKey, { occurrence }),
  );
  const taken = song.parts.map((part) => takesInForm(song, repertoire, part, occurrences));
  const besides = heardAmong(
    song.parts.map(({ id }) => id),
    song.parts.map((part, p) => {
      const [kind, own] = [kindOf(part, repertoire), regions[p]];
      return kind && own ? { kind, frozen: part.frozen, regions: own, memory, takes: taken[p]! } : null;
    }),
    occurrences,
  );
  return {
    length: last ? last.start + last.length : 0,
    bars,
    chords: ([] as BandChord[]).concat(
      ...occurrences.map((occurrence, i) =>
        occurrenceChords(occurrence, chartSpans({ occurrence, players: agreed.players[i]! })),
      ),
    ),
    parts: song.parts.map((part, p) => {
      const mixed = mixes.map((spans) => spans[p]!);
      const takes = taken[p]!;
      const parted = {
        part,
        regions: regions[p]!,
        occurrences: placings,
        repertoire,
        memory,
        fade,
        mixed,
        takes,
        others: occurrences.map((_, i) => besides(p, i)),
      };
      return memory === forgetful ? bandPart(parted) : samePart(part, 'part', parted);
    }),
    standIn: style.id === song.style ? null : style.name,
    agreed: agreementInWords(agreed, song.parts),
    guide: song.guide?.playback ? guideNotes(occurrences) : [],
  };
}

/** What is played, in the song's time. */
interface TimedEvents {
  readonly notes: readonly BandNote[];
  readonly gestures: Gestures;
}

// Joined at once: flatMap over thousands of notes costs more than making them.
const oneAfterAnother = (placed: readonly TimedEvents[]): TimedEvents => ({
  notes: ([] as BandNote[]).concat(...placed.map((one) => one.notes)),
  gestures: joined(placed.map((one) => one.gestures)),
});

/** Windows of a group: an edit puts together again the group it touches, and then the groups. */
const GROUP_SIZE = 8;

/** Remembered windows where they were placed, one by one and in groups: most stay where they were. */
const placement = derived(
  ({ at, occurrenceKey, made }: { at: number; occurrenceKey: string; made: RegionEvents }): TimedEvents => ({
    notes: made.notes.map(
      ({
        start,
        duration,
        pitch,
        velocity,
        noteFunction,
        chord,
        intervalFromRoot,
        touch,
        ...note
      }): BandNote => ({
        at: Math.max(0, at + note.at),
        length: note.length,
        start: Math.max(0, at + start),
        duration,
        pitch,
        velocity,
        noteFunction,
        chord,
        intervalFromRoot,
        touch,
        occurrenceKey,
        context: note.context,
      }),
    ),
    gestures: gesturesAt(at, made.gestures),
  }),
);

interface WindowGroup {
  readonly at: number;
  readonly occurrenceKey: string;
  readonly windows: readonly RegionEvents[];
}

const groupOf = derived(
  ({ at, occurrenceKey, windows }: WindowGroup): TimedEvents =>
    oneAfterAnother(windows.map((made) => placement(made, occurrenceKey, { at, occurrenceKey, made }))),
  { windows: 1 },
);

/** An occurrence's windows in groups, in the song's time. */
const placedGroups = (at: number, occurrenceKey: string, made: readonly RegionEvents[]): TimedEvents[] =>
  Array.from({ length: Math.ceil(made.length / GROUP_SIZE) }, (_, i) => {
    const windows = made.slice(i * GROUP_SIZE, (i + 1) * GROUP_SIZE);
    return groupOf(windows[0]!, occurrenceKey, { at, occurrenceKey, windows });
  });

/** Places of beats, worked out once for bars that are made alike. */
const beatPlaces = new WeakMap<Bar['groups'], readonly number[]>();

function placesOf(bar: Bar): readonly number[] {
  let places = beatPlaces.get(bar.groups);
  if (!places) {
    places = beatsOf(bar).map((beat) => beat.start - bar.start);
    beatPlaces.set(bar.groups, places);
  }
  return places;
}

/** Bars in the song's time, most of which stay where they were. */
const barsOf = derived(
  ({ occurrence }: { occurrence: Occurrence }): readonly BandBar[] => {
    const { start, section, timesBefore, occurrenceKey, positions } = occurrence;
    const { id, name } = section;
    return occurrence.bars.map((bar, i) => ({
      occurrenceKey,
      start: start + bar.start,
      length: bar.length,
      metre: metreOf(bar.metre),
      beats: placesOf(bar),
      key: keyOf(bar.key),
      tempo: bar.tempo,
      tempoTo: bar.tempoTo,
      section: name,
      sectionId: id,
      timesPlayed: timesBefore + 1,
      index: positions[i]!,
    }));
  },
  { occurrence: 2 },
);

/** A playing that is the very same is not looked at. */
const barsIn = derived(({ occurrence }: { occurrence: Occurrence }): readonly BandBar[] =>
  barsOf(occurrence.bars, occurrence.occurrenceKey, { occurrence }),
);

const occurrenceBars = (occurrence: Occurrence): readonly BandBar[] =>
  barsIn(occurrence, 'bars', { occurrence });

interface SpanInOccurrence {
  readonly span: ChordSpan;
  readonly occurrence: Occurrence;
}

const chordOf = derived(
  ({ span, occurrence: { start, section, timesBefore } }: SpanInOccurrence): BandChord => ({
    symbol: span.symbol,
    chord: span.chord,
    start: start + span.start,
    duration: span.end - span.start,
    anticipation: span.anticipation,
    section: section.name,
    sectionId: section.id,
    chordId: span.id,
    timesPlayed: timesBefore + 1,
    key: span.key,
  }),
  { occurrence: 2 },
);

const chordsOf = derived(
  ({ occurrence, spans }: { occurrence: Occurrence; spans: readonly ChordSpan[] }): readonly BandChord[] =>
    spans.map((span) => chordOf(span, occurrence.occurrenceKey, { span, occurrence })),
);

const occurrenceChords = (occurrence: Occurrence, spans: readonly ChordSpan[]): readonly BandChord[] =>
  chordsOf(occurrence, 'chords', { occurrence, spans });

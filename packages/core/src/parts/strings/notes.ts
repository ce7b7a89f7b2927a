import type { StringsEvent, StringsPattern } from './pattern';
import type { Region } from '../../timeline/region';
import type { SettingsSpan } from '../../timeline/settings';
import { tempoIn } from '../../time/bars';
import { ticksToMs } from '../../time/ticks';
import type { SectionVoice } from '../../song/choices';
import { intoRange, rolledBy, rolledVelocity, velocityOf, noteFunctionOf, type Note } from '../note';
import { endOnHit, placeOnChords, soundsFrom, type PlacedEvent } from '../placing';
import { thinned, variedVoices } from '../variedVoices';
import { barVariations, eventVariation, type BarVariation } from '../barVariation';
import type { SpanVoicing } from '../voicings';
import type { MidiNote, Ticks } from '../../units/units';

const ONSET: StringsEvent = { at: 0, for: 4, minDensity: 1, accent: 1, voices: 'outer', legato: true };
/** The last chord is bowed anew by all, whatever was held before it. */
const LAST: StringsEvent = { ...ONSET, voices: 'all', legato: false };

/** Bowed or blown sections: voices that hold common tones across changes and move as little as they can. */
export function sectionNotes(region: Region<StringsPattern>, voicings: readonly SpanVoicing[]): Note[] {
  return region.settingsSpans.flatMap((stretch) => {
    if (!stretch.settings.on) return [];
    const { pattern } = stretch;
    const played = endOnHit(
      region,
      stretch,
      placeOnChords(region, stretch, pattern.grids, ONSET),
      LAST,
    ).filter((p) => p.event.minDensity <= stretch.settings.density);
    const way = barVariations(region, stretch);
    const held = holdCommonTones(
      played.flatMap((p) => {
        const how = eventVariation(region, p, way);
        return eventNotes(region, stretch, p, voicings[p.span]!.pitches, how);
      }),
    );
    return rebowed(region, held);
  });
}

/** A bowed note and whether it is tied to the same pitch before it. */
interface Bowed {
  readonly note: Note;
  readonly legato: boolean;
  /** The density from which it plays. */
  readonly level: number;
}

function voicesOf(event: StringsEvent, pitches: readonly number[]): readonly number[] {
  const last = pitches.length - 1;
  switch (event.voices) {
    case 'top':
      return pitches.slice(last);
    case 'low':
      return pitches.slice(0, 1);
    case 'outer':
      return last > 0 ? [pitches[0]!, pitches[last]!] : pitches;
    case 'inner':
      return pitches.slice(1, last);
    default:
      return pitches;
  }
}

/** Pitches without those of desks that do not play: the highest voice, the lowest, and those between. */
function atDesks(
  pitches: readonly number[],
  voicing: readonly number[],
  without: readonly SectionVoice[],
): readonly number[] {
  if (!without.length) return pitches;
  const [lowest, highest] = [voicing[0]!, voicing[voicing.length - 1]!];
  const deskOf = (pitch: MidiNote): SectionVoice =>
    pitch === highest ? 'high' : pitch === lowest ? 'low' : 'middle';
  return pitches.filter((pitch) => !without.includes(deskOf(pitch)));
}

function eventNotes(
  region: Region,
  stretch: SettingsSpan,
  placed: PlacedEvent<StringsEvent>,
  voicing: readonly number[],
  how: BarVariation,
): Bowed[] {
  const chord = region.spans[placed.span]!.chord!;
  const met = atDesks(voicesOf(placed.event, voicing), voicing, stretch.settings.without);
  const voices = thinned(met, chord, how);
  return variedVoices(voices, placed, how, 2, (pitch, i, start, end) => ({
    legato: placed.event.legato && start === placed.start,
    level: placed.event.minDensity,
    note: {
      start,
      duration: end - start,
      pitch: intoRange(pitch + 12 * stretch.settings.octave, region.kind.range),
      velocity: rolledVelocity(velocityOf(stretch.settings, placed.event.accent), i, voices.length),
      noteFunction: noteFunctionOf(chord, pitch),
      span: placed.span,
      delay: rolledBy(i, stretch.settings),
    },
  }));
}

/** A bow, or a breath, lasts so long at most, seconds (common practice: about eight under a slow bow). */
const LONGEST_BOW = 8;
/** Bars after which a section takes a new one, the longest that lasts. */
const BOWS = [8, 4, 2, 1] as const;

/** Whether a section takes a new bow at a bar: all of it, and at the same bars whatever it holds. */
function takesNewBow({ bars, firstBar }: Region, index: number): boolean {
  const { length, start, tempo, tempoTo } = bars[index]!;
  const seconds = ticksToMs(length, tempoIn({ length, start, tempo, tempoTo }, start)) / 1000;
  const every = BOWS.find((count) => count * seconds <= LONGEST_BOW) ?? 1;
  return (firstBar + index) % every === 0;
}

/** A piece of a note, over the chord that it sounds in: a tone held through a change is another one there. */
function bowFrom({ spans }: Region, note: Note, start: Ticks, end: Ticks): Note {
  let { span } = note;
  while (span + 1 < spans.length && soundsFrom(spans[span + 1]!) <= start) span++;
  const { chord } = spans[span]!;
  return {
    ...note,
    start,
    duration: end - start,
    span,
    noteFunction: chord ? noteFunctionOf(chord, note.pitch) : note.noteFunction,
  };
}

/** Notes cut at the bars at which the section takes a new bow or breath. */
function rebowed(region: Region, notes: readonly Note[]): Note[] {
  const turns = region.bars.flatMap((bar, i) => (takesNewBow(region, i) ? [bar.start] : []));
  return notes.flatMap((note) => {
    const end = note.start + note.duration;
    const cuts = [note.start, ...turns.filter((turn) => turn > note.start && turn < end), end];
    return cuts.slice(1).map((to, i) => bowFrom(region, note, cuts[i]!, to));
  });
}

/**
 * Ties a legato note to the note of the same pitch that ends where it starts, within the same bow of two chords:
 * to one that plays wherever it does itself, so that fewer notes are still the same notes.
 */
function holdCommonTones(bowed: readonly Bowed[]): Note[] {
  const ending = new Map<string, { readonly index: number; readonly level: number }>();
  const notes: Note[] = [];
  for (const { note, legato, level } of bowed) {
    const before = legato ? ending.get(`${note.pitch}@${note.start}`) : undefined;
    const held = before && before.level <= level ? notes[before.index]! : null;
    const tied = before && held && held.span !== note.span ? before.index : null;
    const index = tied ?? notes.length;
    notes[index] =
      tied === null || !held ? note : { ...held, duration: note.start + note.duration - held.start };
    const end = `${note.pitch}@${note.start + note.duration}`;
    const other = ending.get(end);
    if (!other || level <= other.level) ending.set(end, { index, level });
  }
  return notes;
}

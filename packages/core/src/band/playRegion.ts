/** One region played: notes generated, chosen, touched, placed in the groove, with their papers; and the gestures. */
import { gesturesOf, type Gesture } from '../groove/gestures';
import { groove, type GroovedNote } from '../groove/groove';
import { articulated } from '../parts/articulation';
import { chosenNotes, type Source } from '../parts/choosing';
import type { Kind } from '../parts/kind';
import { notesInGaps } from '../parts/lines/gaps';
import type { Note } from '../parts/note';
import type { SpanVoicing } from '../parts/voicings';
import { mod, pitchClass } from '../theory/pitch';
import { isInFront } from '../style/kind';
import { EIGHTH } from '../time/ticks';
import type { NoteContext } from './bandNote';
import { contextsIn } from './context';
import type { Region } from '../timeline/region';

/** Ticks from the region's start. */
export interface RegionNote extends Omit<GroovedNote, 'span'> {
  readonly chord: string | null;
  readonly intervalFromRoot: number | null;
  readonly context: NoteContext;
}

/** What is played in a region: notes and gestures, ticks from its start. */
export interface RegionEvents {
  readonly notes: readonly RegionNote[];
  readonly gestures: readonly Gesture[];
}

/**
 * A stop: where it begins the part strikes as it would on the song's last hit, and is silent until it is over, or until
 * the chord is felt with which it goes on. A window that begins within one holds only the silence.
 */
const stopSources = (kind: Kind, region: Region, voicings: readonly SpanVoicing[]): Source[] =>
  region.settingsSpans.flatMap(({ hit, start, end, settings }) => {
    if (hit === null || !settings.on) return [];
    const early = region.spans.find((span) => span.start === end)?.anticipation ?? 0;
    const spans = region.spans.map((span) => (span.start === hit ? { ...span, anticipation: 0 } : span));
    const stopped: Region = { ...region, spans, next: null, ending: 'hit', hit };
    const notes = start === hit ? kind.generate(stopped, voicings) : [];
    const struck = notes.filter((n) => n.start >= hit && n.start < hit + EIGHTH);
    return [{ notes: struck, from: start, to: end - early }];
  });

/** Where all stop before what follows a part has nothing. */
const breathSources = ({ terms: { breath } }: Region): Source[] =>
  breath === null ? [] : [{ notes: [], from: breath, to: Infinity }];

/** Lines plan for the gaps in which they play; of others what begins in one is heard. */
const inItsGaps = ({ kind, gaps }: Region, notes: readonly Note[]): readonly Note[] =>
  isInFront(kind) ? notes : notesInGaps(notes, gaps);

/**
 * The notes of one region before they are touched and placed in the groove. The same region is played the same.
 * @param voicings of its spans, where its kind sounds chords.
 */
export const chosenIn = (kind: Kind, region: Region, voicings: readonly SpanVoicing[]): readonly Note[] =>
  chosenNotes([
    { notes: inItsGaps(region, kind.generate(region, voicings)), from: -Infinity, to: Infinity },
    ...stopSources(kind, region, voicings),
    ...breathSources(region),
  ]);

/** What is played in one region. @param voicings as in {@link chosenIn}. */
export const playRegion = (kind: Kind, region: Region, voicings: readonly SpanVoicing[]): RegionEvents =>
  playChosen(region, chosenIn(kind, region, voicings));

/** Notes that were chosen for a region: touched, placed in the groove, with their papers; and the gestures. */
export function playChosen(region: Region, chosen: readonly Note[]): RegionEvents {
  const grooved = groove(region, articulated(region, chosen));
  const roots = region.spans.map((span) => (span.chord ? pitchClass(span.chord.root) : null));
  const ids = region.spans.map((span) => span.id);
  const contextOf = contextsIn(region);
  const notes = grooved.map(
    ({ at, length, start, duration, pitch, velocity, noteFunction, span, touch }): RegionNote => {
      const root = roots[span] ?? null;
      const intervalFromRoot = root === null ? null : mod(pitch - root, 12);
      const papers = {
        noteFunction,
        touch,
        chord: ids[span] ?? null,
        intervalFromRoot,
        context: contextOf(at, span),
      };
      return { at, length, start, duration, pitch, velocity, ...papers };
    },
  );
  return { notes, gestures: gesturesOf(region, grooved) };
}

/** A band heard by numbers: whether its players agree, vary, leave room to each other and build. */
import type { Band, BandChord, BandPart } from '../band/index';
import type { BandNote } from '../band/bandNote';
import type { Repertoire } from '../band/repertoire';
import { carriesBass, isInFront, soundsChords, type KindFacts } from '../style/kind';
import { chordPitchClasses, degreePcOf, type Chord } from '../theory/chord';
import { mod } from '../theory/pitch';
import { firstFrom } from '../time/search';
import { EIGHTH, PPQ } from '../time/ticks';
import { felt, feltTogether, playingOf } from './changes';
import { TOGETHER, notesByBar, occurrencesPlayed, soundsAlike, type BarNotes } from './bars';
import type { Ticks } from '../units/units';

/** A share: how many of how many. */
export interface Share {
  readonly of: number;
  readonly are: number;
}

/** How many of some are so. */
export const share = (items: readonly boolean[]): Share => ({
  of: items.length,
  are: items.filter(Boolean).length,
});

/** Parts by what they are to each other. */
interface Roles {
  readonly basses: readonly BandPart[];
  readonly drums: readonly BandPart[];
  readonly leads: readonly BandPart[];
  /** Keys, guitars, arpeggios, strings, horns: everything pitched between bass and lead. */
  readonly accompaniment: readonly BandPart[];
}

/** Which parts of a band are bass, drums, leads and chords, by what their kinds say of them. */
export function rolesOf(band: Band, { kinds }: Repertoire): Roles {
  const of = (test: (part: BandPart) => boolean) => band.parts.filter((p) => p.notes.length && test(p));
  const is = (test: (kind: KindFacts) => boolean) =>
    of((part) => {
      const kind = kinds.get(part.kind);
      return kind !== undefined && test(kind);
    });
  return {
    basses: is(carriesBass),
    drums: is((kind) => !kind.pitched),
    leads: is(isInFront),
    accompaniment: is(soundsChords),
  };
}

/** By part: of the bars of each repeat of a section in which it plays, how many are other than in the playing before. */
export function repeatsThatDiffer(band: Band): Map<string, Share> {
  return new Map(
    band.parts.map((part) => {
      const differ: boolean[] = [];
      for (const occurrences of occurrencesPlayed(notesByBar(band, part)).values()) {
        occurrences.slice(1).forEach((playing, i) => {
          playing.forEach((bar, n) => {
            const before = occurrences[i]![n];
            if (before?.notes.length && bar.notes.length) differ.push(!soundsAlike(before, bar));
          });
        });
      }
      return [part.id, share(differ)];
    }),
  );
}

/** By part: of the bars of a song in which it plays, how many are other in another band of the same song. */
export function barsThatDiffer(band: Band, other: Band): Map<string, Share> {
  return new Map(
    band.parts.map((part, p) => {
      const [a, b] = [notesByBar(band, part), notesByBar(other, other.parts[p]!)];
      const played = a.flatMap((bar, i) =>
        bar.notes.length || b[i]!.notes.length ? [[bar, b[i]!] as const] : [],
      );
      return [part.id, share(played.map(([bar, its]) => !soundsAlike(bar, its)))];
    }),
  );
}

/** Keys of a kit that mark something: kicks, snares, cymbals, an open hat. */
const MARKS = new Set([35, 36, 38, 40, 46, 49, 55, 57, 52, 53]);
const KICKS = new Set([35, 36]);

const strikesNear = (notes: readonly BandNote[], tick: Ticks, keys: ReadonlySet<number>): boolean =>
  notes.some((n) => keys.has(n.pitch) && Math.abs(n.start - tick) <= TOGETHER);

/** Of pushed chords: how many the drums mark where they are felt, leaving the beat they come from without a kick. */
export function pushesMarked(band: Band, repertoire: Repertoire): Share {
  const notes = rolesOf(band, repertoire).drums.flatMap((p) => p.notes);
  if (!notes.length) return share([]);
  const playing = playingOf(band);
  const pushed = band.chords.filter((c) => c.anticipation > TOGETHER && c.symbol !== null);
  return share(
    pushed.flatMap((c) => {
      const at = feltTogether(band, c, playing(c.start));
      return [strikesNear(notes, at, MARKS) && !strikesNear(notes, c.start, KICKS)];
    }),
  );
}

/** Of the kicks (fills apart), how many the bass strikes with, while it plays. */
export function kicksWithBass(band: Band, repertoire: Repertoire): Share {
  const { basses, drums } = rolesOf(band, repertoire);
  const bass = basses.flatMap((p) => p.notes);
  if (!bass.length) return share([]);
  const silent = band.chords.filter((c) => c.symbol === null);
  const kicks = drums
    .flatMap((p) => p.notes)
    .filter((n) => KICKS.has(n.pitch) && n.noteFunction !== 'fill' && n.noteFunction !== 'last hit')
    .filter((n) => !silent.some((c) => c.start <= n.start && n.start < c.start + c.duration));
  return share(kicks.map((k) => bass.some((n) => Math.abs(n.start - k.start) <= TOGETHER)));
}

/** Nearer than this to a lead, above or below, a tone covers it: a step. Semitones. */
const COVERS = 2;

/**
 * Of the notes of leads, how many stand clear of the accompaniment: above all that it sounds with them, or with nothing
 * of it within a step.
 */
export function leadClear(band: Band, repertoire: Repertoire): Share {
  const { leads, accompaniment } = rolesOf(band, repertoire);
  const notes = accompaniment.flatMap((p) => p.notes).sort((a, b) => a.start - b.start);
  const longest = notes.reduce((most, n) => Math.max(most, n.duration), 0);
  return share(
    leads.flatMap((lead) =>
      lead.notes.map((n) => {
        let first = firstFrom(notes, n.start - longest);
        let [top, covered] = [0, false];
        for (; first < notes.length && notes[first]!.start <= n.start + TOGETHER; first++) {
          const other = notes[first]!;
          if (other.start + other.duration <= n.start + TOGETHER) continue;
          top = Math.max(top, other.pitch);
          covered ||= Math.abs(other.pitch - n.pitch) <= COVERS;
        }
        return n.pitch > top || !covered;
      }),
    ),
  );
}

interface Owned extends BandNote {
  readonly part: number;
}

/** Semitones between two parts, half a beat or longer, of which one tone at least is not the chord's own. */
export function semitoneClashes(band: Band, own = false): number {
  const notes: Owned[] = band.parts
    .flatMap((p, part) => (!p.pitched ? [] : p.notes.map((n) => ({ ...n, part }))))
    .sort((a, b) => a.start - b.start);
  const tones = new Map<Chord, ReadonlySet<number>>();
  const tonesAt = (tick: Ticks): ReadonlySet<number> => {
    const chord = chordAt(band.chords, tick);
    if (!chord?.chord) return new Set();
    let found = tones.get(chord.chord);
    if (!found) tones.set(chord.chord, (found = new Set(chordPitchClasses(chord.chord))));
    return found;
  };
  let count = 0;
  const sounding: Owned[] = [];
  for (const note of notes) {
    for (let i = sounding.length - 1; i >= 0; i--) {
      if (sounding[i]!.start + sounding[i]!.duration <= note.start) sounding.splice(i, 1);
    }
    for (const other of sounding) {
      if (other.part === note.part || Math.abs(other.pitch - note.pitch) !== 1) continue;
      const end = Math.min(other.start + other.duration, note.start + note.duration);
      if (end - note.start < EIGHTH) continue;
      const chord = tonesAt(note.start + TOGETHER);
      const isOwn = chord.has(mod(note.pitch, 12)) && chord.has(mod(other.pitch, 12));
      if (own || !isOwn) count++;
    }
    sounding.push(note);
  }
  return count;
}

function chordAt(chords: readonly BandChord[], tick: Ticks): BandChord | null {
  let low = 0;
  let high = chords.length - 1;
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (felt(chords[middle]!) <= tick) low = middle;
    else high = middle - 1;
  }
  return chords[low] ?? null;
}

/** Bars within which a rhythm that comes again is a motif that returns. */
const REMEMBERED = 8;
/** Fewer notes have no contour. */
const LEAST_OF_A_MOTIF = 3;

const rhythmOf = ({ bar, notes }: BarNotes): readonly number[] => notes.map((n) => n.start - bar.start);

const sameRhythm = (a: BarNotes, b: BarNotes): boolean => {
  const [first, second] = [rhythmOf(a), rhythmOf(b)];
  return (
    first.length === second.length && first.every((start, i) => Math.abs(start - second[i]!) <= TOGETHER)
  );
};

const count = (steps: readonly boolean[]): number => steps.filter(Boolean).length;

/** Step by step, whether two bars of as many notes go the same way. */
const stepsAlike = (a: BarNotes, b: BarNotes): boolean[] => {
  const ways = ({ notes }: BarNotes): number[] =>
    notes.slice(1).map((note, i) => Math.sign(note.pitch - notes[i]!.pitch));
  const other = ways(b);
  return ways(a).map((way, i) => way === other[i]);
};

/**
 * Steps of the lead's bars that go the way they went (up, down, or stay) where their rhythm was heard some bars
 * before. By chance that is about one in two.
 */
export function motifsKept(band: Band, repertoire: Repertoire): Share {
  const kept: boolean[] = [];
  for (const lead of rolesOf(band, repertoire).leads) {
    const bars = notesByBar(band, lead);
    bars.forEach((bar, i) => {
      if (bar.notes.length < LEAST_OF_A_MOTIF) return;
      const likeness = bars
        .slice(Math.max(0, i - REMEMBERED), i)
        .filter((other) => sameRhythm(other, bar))
        .map((other) => stepsAlike(other, bar));
      // A motif of some bars may have one rhythm in two of them: it returns as the one that it is most like.
      if (likeness.length) kept.push(...likeness.reduce((a, b) => (count(b) > count(a) ? b : a)));
    });
  }
  return share(kept);
}

/** Leaps of more than an octave in the bass. */
export function bassLeaps(band: Band, repertoire: Repertoire): number {
  return rolesOf(band, repertoire).basses.reduce(
    (sum, { notes }) =>
      sum + notes.filter((n, i) => i > 0 && Math.abs(n.pitch - notes[i - 1]!.pitch) > 12).length,
    0,
  );
}

/** Distinct bars the drums play in the first 32. */
export function distinctDrumBars(band: Band, repertoire: Repertoire): number {
  const [drums] = rolesOf(band, repertoire).drums;
  if (!drums) return 0;
  const distinct: ReturnType<typeof notesByBar> = [];
  for (const bar of notesByBar(band, drums).slice(0, 32)) {
    if (!distinct.some((known) => soundsAlike(known, bar))) distinct.push(bar);
  }
  return distinct.length;
}

/** Seams of the form (a section, or a playing of it, follows another) up to which the drums play, and in front of which they fill. */
export function fillsAtJoins(band: Band, repertoire: Repertoire): Share {
  const { drums } = rolesOf(band, repertoire);
  if (!drums.length) return share([]);
  const seams = band.bars.filter((bar, i) => i > 1 && bar.occurrenceKey !== band.bars[i - 1]!.occurrenceKey);
  const strikes = drums.flatMap((p) => p.notes);
  return share(
    seams.flatMap(({ start }) => {
      // Where they rest, or all stop, there is nothing to fill.
      if (!strikes.some((n) => n.start >= start - PPQ - TOGETHER && n.start < start - TOGETHER)) return [];
      const from = start - 2 * PPQ - TOGETHER;
      return [strikes.some((n) => n.noteFunction === 'fill' && n.start >= from && n.start < start)];
    }),
  );
}

/** True for a note struck with its own octave and with nothing else: together they are one tone. */
function isOctaveOfAnother(notes: readonly BandNote[], index: number): boolean {
  const { start, pitch } = notes[index]!;
  const [before, after] = [notes[index - 1], notes[index + 1]];
  if (before?.start !== start || after?.start === start || notes[index - 2]?.start === start) return false;
  return mod(before.pitch, 12) === mod(pitch, 12);
}

/**
 * Chords over which a part that plays four tones or more leaves out the third or the seventh. Octaves of two tones
 * are a power chord and leave them out on purpose.
 */
export function guideTonesLost(
  band: Band,
  { kinds }: Repertoire,
): { part: string; chord: string; tick: Ticks }[] {
  const playing = playingOf(band);
  const lost: { part: string; chord: string; tick: Ticks }[] = [];
  for (const part of band.parts) {
    const kind = kinds.get(part.kind);
    if (!kind || !soundsChords(kind)) continue;
    const sounded = new Map<string, Set<number>>();
    const pitches = new Map<string, Set<number>>();
    for (const [i, n] of part.notes.entries()) {
      const key = `${n.occurrenceKey}/${n.chord}`;
      if (!sounded.has(key)) {
        sounded.set(key, new Set());
        pitches.set(key, new Set());
      }
      if (!isOctaveOfAnother(part.notes, i)) pitches.get(key)!.add(n.pitch);
      sounded.get(key)!.add(mod(n.pitch, 12));
    }
    for (const chord of band.chords) {
      const { chord: parsed, symbol } = chord;
      if (parsed === null || symbol === null || chord.duration < 2 * PPQ) continue;
      const key = `${playing(chord.start)}/${chord.chordId}`;
      const tones = sounded.get(key);
      if (!tones || tones.size < 3 || pitches.get(key)!.size < 4) continue;
      const wanted = parsed.degrees.filter((d) => /^(b?3|b?b?7)$/.test(d));
      const missing = wanted.some((d) => !tones.has(degreePcOf(parsed, d)));
      if (missing) lost.push({ part: part.id, chord: symbol, tick: chord.start });
    }
  }
  return lost;
}

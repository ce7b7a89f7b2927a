import { derived } from '../memo/derived';
import type { LeadIn } from '../song/choices';
import type { Part, Song } from '../song/schema';
import type { KindFacts, KindSet } from '../style/kind';
import type { Pattern } from '../style/pattern';
import type { Style } from '../style/schema';
import type { Chord } from '../theory/chord';
import { keyOf, type Key } from '../theory/key';
import type { Bar } from '../time/bars';
import { strikesWithKicks, unheard, type Agreed, type Agreement, type RegisterRange } from './agreement';
import { apart, type PartVoice } from './unisonParts';
import { chordsFor, heardSpans, ownSpans, spansOf, takenEarly, type ChordSpan } from './chordSpans';
import type { Occurrence } from './occurrences';
import type { SettingsSpan } from './settings';
import type { Stretch } from './stretches';
import type { Ticks } from '../units/units';

/** All a region may know of what follows it. */
export interface Next {
  readonly chord: Chord | null;
  /** Null where it is not heard. */
  readonly key: Key | null;
  readonly anticipation: Ticks;
  readonly newSection: boolean;
  readonly leadIn: LeadIn | null;
  /** False where the chord before is only written again. */
  readonly isChange: boolean;
}

/** A chord as it was voiced: pitches ascending, and on a neck its frets from the lowest string. */
export interface VoicedChord {
  readonly chord: Chord;
  readonly pitches: readonly number[];
  readonly frets: readonly (number | null)[] | null;
}

/**
 * One part in one pass of one section, as plain data: the same region gives the same
 * notes. It is the unit of work, of caching and of locality.
 */
export interface Region<P extends Pattern = Pattern> {
  readonly kind: KindFacts;
  readonly seed: string;
  /** The seed of the section, whichever of its playings this is. */
  readonly sectionSeed: string;
  /** Where it ends, ticks from the start of its playing. */
  readonly length: Ticks;
  readonly bars: readonly Bar[];
  /** Which bar of its playing the first of them is, from 0, and how many bars that has. */
  readonly firstBar: number;
  readonly ofBars: number;
  readonly spans: readonly ChordSpan[];
  readonly settingsSpans: readonly SettingsSpan<P>[];
  readonly first: boolean;
  readonly entersNew: boolean;
  /** True where the same section was just played, and is told differently. */
  readonly again: boolean;
  readonly next: Next | null;
  /** The last chord before it as it was voiced; null where voices begin anew. */
  readonly before: VoicedChord | null;
  /** True where every playing of its section is told exactly alike: its voices begin anew, whatever comes before it. */
  readonly beginsAnew: boolean;
  readonly ending: Song['ending'];
  /** Where all of it is one stroke, as at a stop: the tick of the stroke. Null where it is played through. */
  readonly hit: number | null;
  /** What the players agree on, as far as it concerns these bars. */
  readonly terms: Agreement;
  readonly registerRange: RegisterRange;
  /** Where alone a line plays, ticks from the start of its playing, in order; left out where it plays throughout. */
  readonly gaps?: readonly Stretch[];
}

const spansIn = derived(({ occurrence, players }: Occasion): readonly ChordSpan[] =>
  spansOf(occurrence, players),
);

/** The chart's chords in a playing, over the basses that play in it. */
export const chartSpans = ({ occurrence, players }: Occasion): readonly ChordSpan[] =>
  spansIn(occurrence, 'spans', { occurrence, players });

/** The chords of a playing as one of its parts hears them, before they are dressed for it. */
function heardBy({ id }: Part, occasion: Occasion, p: number): readonly ChordSpan[] {
  const { occurrence, players } = occasion;
  return takenEarly(
    heardSpans(occurrence, id, chartSpans(occasion), players),
    apart(players, p),
    occurrence.lead,
  );
}

interface RegionInputs {
  readonly kind: KindFacts;
  readonly part: string;
  readonly occurrence: Occurrence;
  readonly own: readonly ChordSpan[];
  readonly settingsSpans: readonly SettingsSpan[];
  readonly terms: Agreement;
  readonly registerRange: RegisterRange | null;
  readonly firstNext: ChordSpan | null | undefined;
  readonly isLast: boolean;
  readonly nextKey: Key;
  readonly nextEntersNew: boolean;
  readonly seed: number;
  readonly ending: Song['ending'];
  readonly isFirst: boolean;
}

/** A region in which nothing changed is the very same, and so is all that was made of it. */
const regionOf = derived(
  ({
    kind,
    part,
    occurrence,
    own,
    settingsSpans,
    registerRange,
    firstNext,
    seed,
    ...asked
  }: RegionInputs): Region => {
    const home = [seed, part, occurrence.section.id].join('/');
    const exact = settingsSpans.every((s) => s.settings.repeatVariation === 'exactly');
    const listens = settingsSpans.every((s) => s.settings.listens);
    const onBar = firstNext?.start === 0 ? firstNext : null;
    return {
      kind,
      // Told exactly every playing is the section's own.
      seed: exact ? home : `${home}/${occurrence.occurrenceKey}`,
      sectionSeed: home,
      length: occurrence.length,
      bars: occurrence.bars,
      firstBar: 0,
      ofBars: occurrence.bars.length,
      before: null,
      beginsAnew: exact,
      spans: own,
      settingsSpans,
      first: asked.isFirst,
      entersNew: occurrence.entersNew,
      again: !exact && !occurrence.entersNew,
      next: asked.isLast
        ? null
        : {
            chord: onBar?.chord ?? null,
            key: asked.nextKey,
            anticipation: onBar?.anticipation ?? 0,
            newSection: asked.nextEntersNew,
            leadIn: onBar?.leadIn ?? null,
            isChange: true,
          },
      ending: asked.ending,
      hit: null,
      terms: listens ? asked.terms : unheard(occurrence.bars.length),
      registerRange: registerRange ?? kind.range,
    };
  },
  { occurrence: 2 },
);

/** A playing with who plays in it, and what they agree on. */
interface Occasion {
  readonly occurrence: Occurrence;
  readonly players: readonly (PartVoice | null)[];
}

interface RegionsInputs extends Occasion {
  readonly song: Song;
  readonly kinds: KindSet;
  readonly style: Style;
  readonly agreement: Agreement;
  readonly withoutKicks: Agreement;
  readonly registerRanges: readonly (RegisterRange | null)[];
  readonly isFirst: boolean;
  readonly following: Occasion | null;
}

/** A playing in which nothing changed, before one whose chords stayed, is not looked at part by part. */
const regionsIn = derived(
  (asked: RegionsInputs): readonly (Region | null)[] => {
    const {
      song,
      kinds,
      style,
      occurrence,
      players,
      agreement,
      withoutKicks,
      registerRanges,
      isFirst,
      following,
    } = asked;
    const here = { occurrence, players };
    return song.parts.map((part, p) => {
      const kind = kinds.get(part.kind);
      if (!kind) return null;
      const stretches = apart(players, p);
      const heard = heardBy(part, here, p);
      const next = following && { occurrence: following.occurrence, players: following.players };
      return regionOf(part, occurrence.occurrenceKey, {
        kind,
        part: part.id,
        occurrence,
        own: ownSpans(kind, part, style, chordsFor(occurrence, part.id), heard, stretches),
        settingsSpans: stretches,
        terms: strikesWithKicks(kind) ? agreement : withoutKicks,
        registerRange: registerRanges[p]!,
        firstNext: next && heardBy(part, next, p)[0],
        isLast: next === null,
        nextKey: keyOf(next?.occurrence.bars[0]?.key ?? song.key),
        nextEntersNew: next?.occurrence.entersNew ?? false,
        seed: song.seed,
        ending: song.ending,
        isFirst,
      });
    });
  },
  { song: 1, following: 1 },
);

/**
 * Every region of every part, part by part and pass by pass; null for a part of a kind that is not at hand.
 */
export function regionsOf(
  song: Song,
  kinds: KindSet,
  style: Style,
  agreed: Agreed,
): (readonly Region[] | null)[] {
  const { occurrences, players, agreements, withoutKicks, rooms } = agreed;
  const byPass = occurrences.map((occurrence, i) =>
    regionsIn(occurrence, 'regions', {
      song,
      kinds,
      style,
      occurrence,
      players: players[i]!,
      agreement: agreements[i]!,
      withoutKicks: withoutKicks[i]!,
      registerRanges: rooms[i]!,
      isFirst: i === 0,
      following: occurrences[i + 1] ? { occurrence: occurrences[i + 1]!, players: players[i + 1]! } : null,
    }),
  );
  return song.parts.map(({ kind }, p) => (kinds.has(kind) ? byPass.map((regions) => regions[p]!) : null));
}

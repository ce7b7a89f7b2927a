/** The voicings of one part in one section, as the band plays them: what the screens show and the writer takes over. */
import type { ChordEvent, Hand, Song } from '../song/schema';
import { chordsFor } from '../timeline/chordSpans';
import type { Frets } from '../voicing/guitar/shapes';
import type { Repertoire } from './repertoire';
import { sectionAlone } from './sectionAlone';
import { leadInto, voicedRegion } from './voicedInForm';

/** How a part voices one chord of a section. */
export interface ChordVoicing {
  readonly chordId: string;
  /** The chord as the part plays it (dressed as its richness says), or null for none. */
  readonly symbol: string | null;
  readonly pitches: readonly number[];
  readonly frets: Frets | null;
  /** What the writer set for this part alone; null where it is auto or set for every part. */
  readonly hand: Hand | null;
  /** True where it is set by hand, for this part or for all. */
  readonly fixed: boolean;
  /** True where a bass part plays under it. */
  readonly bassPlays: boolean;
}

/** Voicings of every chord of a section's draft in use, as it is played first; empty where there is no such part. */
export function sectionVoicings(
  song: Song,
  repertoire: Repertoire,
  sectionId: string,
  partId: string,
): ChordVoicing[] {
  const found = sectionAlone(song, repertoire, sectionId, partId);
  if (!found) return [];
  const lead = leadInto(song, repertoire, partId, sectionId);
  const { voicings } = voicedRegion(found.region, lead);
  return found.region.spans.map((span, i) => {
    const chord = chordsFor(found.occurrence, partId)[i]!;
    const hand = chord.byHand?.[partId] ?? null;
    return {
      chordId: span.id,
      symbol: span.symbol,
      pitches: voicings[i]!.pitches,
      frets: voicings[i]!.frets,
      hand,
      fixed: hand !== null || chord.voicing !== undefined,
      bassPlays: span.bassPlays,
    };
  });
}

/** A chord with nothing set by hand for a part. */
function free(chord: ChordEvent, partId: string): ChordEvent {
  const byHand = { ...chord.byHand };
  delete byHand[partId];
  return { ...chord, byHand, voicing: undefined };
}

/** The voicings as auto alone would have them, to compare with what is set by hand. */
export const autoVoicings = (
  song: Song,
  repertoire: Repertoire,
  sectionId: string,
  partId: string,
): ChordVoicing[] =>
  sectionVoicings(
    {
      ...song,
      sections: song.sections.map((section) =>
        section.id === sectionId
          ? {
              ...section,
              drafts: section.drafts.map((d) => ({ ...d, chords: d.chords.map((c) => free(c, partId)) })),
            }
          : section,
      ),
    },
    repertoire,
    sectionId,
    partId,
  );

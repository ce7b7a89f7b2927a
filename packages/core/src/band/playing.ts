/** What a part plays in one playing: what is kept of it where it is frozen, else by its pattern, beside others, with its takes. */
import { derived } from '../memo/derived';
import type { Kind } from '../parts/kind';
import type { Part } from '../song/schema';
import type { Occurrence } from '../timeline/occurrences';
import type { Region } from '../timeline/region';
import type { TakePlayed } from '../timeline/takesPlayed';
import { playComp } from './comp';
import { playKept } from './frozen';
import { besideOthers, goesWithIn, heard, type HeardPart } from './goingWith';
import { keptFor } from './kept';
import type { RegionEvents } from './playRegion';
import { withTakes } from './takesInForm';
import { leadOf } from './voicedInForm';
import type { RegionMemory } from './windowCache';

/** A part through the form, with all that it plays by. */
export interface PartPlaying {
  readonly kind: Kind;
  readonly frozen: Part['frozen'];
  readonly regions: readonly Region[];
  readonly memory: RegionMemory;
  /** By playing, the takes that are played in it. */
  readonly takes: readonly (readonly TakePlayed[])[];
}

/** The place of the form and its repeat. */
type PlaceOfForm = Pick<Occurrence, 'entry' | 'repeat'> & {
  readonly section: Pick<Occurrence['section'], 'id'>;
};

/**
 * What a part plays in one of its playings.
 * @param others those it goes with there, as they are heard.
 * @throws where its kind cannot play what is asked of it.
 */
export function eventsIn(
  { kind, frozen, regions, memory, takes }: PartPlaying,
  index: number,
  occurrence: PlaceOfForm,
  others: readonly HeardPart[],
): readonly RegionEvents[] {
  const own = regions[index]!;
  const kept = frozen ? keptFor(occurrence, frozen) : null;
  if (kept) return [playKept(kind, own, kept)];
  const before = leadOf(regions, index);
  const comp = takes[index] ?? [];
  const { region, lines } = others.length ? besideOthers(own, others) : { region: own, lines: [] };
  const made = memory.made(kind, region, before);
  if (!comp.length && !lines.length) return made;
  const layers = lines.length ? [...lines, ...comp] : comp;
  return playComp({ kind, region, sounding: withTakes(region, comp), made, before, takes: layers });
}

/** Those with which a part goes in one of its playings, as they are heard; none where it goes its own way. */
type HeardBeside = (part: number, index: number) => readonly HeardPart[];

const NOBODY: readonly HeardPart[] = [];

/** The very same where the same are heard, and play the same. */
const together = derived(({ all }: { readonly all: readonly HeardPart[] }) => all, { all: 1 });

/**
 * The parts of a song as those hear them who go with them, each asked for where it is heard, and once. Where parts go
 * with each other in a ring, the one that is asked last plays by itself; so does who goes with a part that cannot play.
 * @param parts in the order of the song; null for one of a kind that is not at hand.
 */
export function heardAmong(
  ids: readonly string[],
  parts: readonly (PartPlaying | null)[],
  occurrences: readonly PlaceOfForm[],
): HeardBeside {
  const played = new Map<string, readonly RegionEvents[] | null>();
  const found = new Map<string, readonly HeardPart[]>();
  /** Those who wait to hear whom they go with. */
  const asking = new Set<string>();
  const eventsOf = (part: number, index: number): readonly RegionEvents[] | null => {
    const playing = parts[part];
    if (!playing) return null;
    const key = `${part}/${index}`;
    let events = played.get(key);
    if (events === undefined) {
      try {
        events = eventsIn(playing, index, occurrences[index]!, besides(part, index));
      } catch {
        events = null;
      }
      played.set(key, events);
    }
    return events;
  };
  const besides = (part: number, index: number): readonly HeardPart[] => {
    const region = parts[part]?.regions[index];
    const others = region ? goesWithIn(region) : [];
    if (!region || !others.length) return NOBODY;
    const key = `${part}/${index}`;
    const known = found.get(key);
    if (known) return known;
    asking.add(key);
    const all = others.flatMap((id) => {
      const other = ids.indexOf(id);
      const events = asking.has(`${other}/${index}`) ? null : eventsOf(other, index);
      return events ? heard(region, id, events) : [];
    });
    asking.delete(key);
    const now = together(region, 'others', { all });
    found.set(key, now);
    return now;
  };
  return besides;
}

/** What a band can play: kinds of part and styles. Handed in to whatever makes notes; nothing looks them up by itself. */
import type { Part, Song } from '../song/schema';
import { freeId, freeName } from '../song/names';
import { soundsChords, kindSet, type KindSet } from '../style/kind';
import { NO_LIBRARY, type Library } from '../style/patternFamily';
import { styleFor, styleSet, type StyleSet } from '../style/set';
import type { PlayerFile } from '../style/player';
import type { Player, Style } from '../style/schema';
import type { Kind } from '../parts/kind';

/** Kinds of part, styles and patterns that are at hand: the shipped ones and the writer's own. */
export interface Repertoire {
  /** In the order a band is built up. */
  readonly kinds: KindSet<Kind>;
  readonly styles: StyleSet;
  /** Soloists that are shipped and players of the writer's own, whom any band can take in. */
  readonly players: readonly PlayerFile[];
}

/** @param library patterns that parts may play by in any style. */
export const repertoireOf = (
  kinds: readonly Kind[],
  styles: readonly Style[],
  library: Library = NO_LIBRARY,
  players: readonly PlayerFile[] = [],
): Repertoire => ({
  kinds: kindSet(
    kinds.map((kind) => (library.has(kind.id) ? { ...kind, library: library.get(kind.id)! } : kind)),
  ),
  styles: styleSet(styles),
  players,
});

/** The style a song plays in: its own, or the stand-in where that is not at hand. */
export const styleOf = (song: Pick<Song, 'style'>, { styles }: Repertoire): Style =>
  styleFor(styles, song.style);

/** The kind of a part, or null where it is not at hand. */
export const kindOf = (part: Pick<Part, 'kind'>, { kinds }: Pick<Repertoire, 'kinds'>): Kind | null =>
  kinds.get(part.kind) ?? null;

/** A new part of a kind, with an id and a name that no other has, as loud as it stands in the mix of a style. */
export function newPart(kind: Kind, among: readonly Pick<Part, 'id' | 'name'>[], style?: Style): Part {
  const level = style?.parts[kind.id]?.level ?? kind.mix.level;
  const ids = among.map((p) => p.id);
  return {
    id: ids.includes(kind.id) ? freeId(`${kind.id}-`, ids) : kind.id,
    kind: kind.id,
    name: freeName(
      among.map((p) => p.name),
      kind.name,
    ),
    settings: {},
    mix: { ...kind.mix, level, mute: false, solo: false },
  };
}

/** One of a style's band as a new part, with what is theirs; null where their kind is not at hand. */
export function partOfBand(
  one: string | Player,
  kinds: KindSet<Kind>,
  among: readonly Pick<Part, 'id' | 'name'>[],
  style: Style,
): Part | null {
  const player = typeof one === 'string' ? null : one;
  const kind = kinds.get(player ? player.kind : (one as string));
  if (!kind) return null;
  const part = newPart(kind, among, style);
  if (!player) return part;
  const names = among.map((p) => p.name);
  return {
    ...part,
    name: freeName(names, player.name),
    settings: player.settings,
    mix: { ...part.mix, level: player.level ?? part.mix.level },
  };
}

/** The band a style brings along. */
export function bandOf(style: Style, kinds: KindSet<Kind>): Part[] {
  const parts: Part[] = [];
  for (const one of style.band) {
    const part = partOfBand(one, kinds, parts, style);
    if (part) parts.push(part);
  }
  return parts;
}

/** What is said where a part's kind is not at hand. */
export const missingKind = (part: Pick<Part, 'name' | 'kind'>): string =>
  `${part.name} is a part of the kind "${part.kind}", which is not here: it rests, and is kept as it is.`;

/** Parts that voice chords, in the order of the song. */
export const voicedParts = (song: Song, repertoire: Repertoire) =>
  song.parts.filter((p) => {
    const kind = kindOf(p, repertoire);
    return kind !== null && soundsChords(kind);
  });

/** The dice for several parts at once: for each another pattern that fits, as one edit that can be taken back. */
import type { Repertoire } from '../band/repertoire';
import { kindOf, styleOf } from '../band/repertoire';
import type { Part, Song } from '../song/schema';
import { resolvedInScope, type Scope } from '../timeline/scopes';
import { patternsAtHand } from '../timeline/settings';
import { anotherOf } from './find';
import { rankPatterns } from './rank';
import { songFacts } from './song';

/** What a part plays by after a throw. */
export interface RandomChoice {
  readonly part: Part;
  readonly pattern: string;
  readonly name: string;
}

/** Throws of one part and of the next one apart, so that they do not go in step. */
const APART = 7919;

/**
 * Another fitting pattern for each of some parts, in the whole song, a section or one playing; a part of a kind that is not at
 * hand, one that is frozen and one that nothing else fits keep what they have.
 * @param throwOf which throw it is: another number, other choices.
 */
export function randomChoiceFor(
  song: Song,
  repertoire: Repertoire,
  partIds: readonly string[],
  where: Scope,
  throwOf: number,
): RandomChoice[] {
  const facts = songFacts(song, repertoire);
  const style = styleOf(song, repertoire);
  return song.parts.flatMap((part, i) => {
    const kind = kindOf(part, repertoire);
    if (!kind || part.frozen || !partIds.includes(part.id)) return [];
    const { pattern } = resolvedInScope(kind, style, song, part, where);
    const found = anotherOf(rankPatterns(patternsAtHand(kind, style), facts), pattern, throwOf + i * APART);
    return found ? [{ part, pattern: found.id, name: found.name }] : [];
  });
}

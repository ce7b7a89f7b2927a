/** How well players fit a song: by what they play, and by whether somebody plays their instrument already. */
import { kindOf, styleOf, type Repertoire } from '../band/repertoire';
import { GM_PROGRAMS } from '../song/generalMidi';
import type { Song } from '../song/schema';
import type { Pattern, PatternFacts } from '../style/pattern';
import type { PlayerFile } from '../style/player';
import { resolvedInScope } from '../timeline/scopes';
import type { Resolved } from '../timeline/settings';
import type { SearchCriteria } from './criteria';
import { isPatternAsked, matches } from './find';
import { factsOf, patternFit, type Fitting } from './rank';
import { songFacts } from './song';

/** What it costs that another part plays the same instrument. */
const TAKEN = 0.12;

/** What a player's pattern is for. Null where there is no such pattern, or its kind is not at hand. */
export function factsOfPlayer(player: PlayerFile, repertoire: Repertoire): PatternFacts | null {
  const pattern = patternOf(player, repertoire);
  return pattern ? factsOf(pattern) : null;
}

/** What a player plays by: its own, or one that everybody has. */
const patternOf = ({ kind, pattern, settings }: PlayerFile, { kinds }: Repertoire): Pattern | null =>
  pattern ?? kinds.get(kind)?.library?.find(({ id }) => id === settings.pattern) ?? null;

/** Whether a player is among what is looked for, also by name and instrument. */
export function isPlayerAsked(
  player: PlayerFile,
  { words, instrument, ...others }: SearchCriteria,
  repertoire: Repertoire,
): boolean {
  const pattern = patternOf(player, repertoire);
  if (!pattern || !isPatternAsked(pattern, others)) return false;
  const { name, about, settings } = player;
  if (instrument !== undefined && settings.instrument !== instrument) return false;
  const { feel, genres } = factsOf(pattern);
  return matches(words, name, about, GM_PROGRAMS[settings.instrument ?? 0]!, feel, ...genres);
}

/** Which of some players a part plays as: by their pattern, on their instrument, also where that is its style's own. Null where it plays otherwise. */
export const playerInHand = (
  kind: string,
  { pattern, instrument }: Pick<Resolved, 'pattern' | 'instrument'>,
  players: readonly PlayerFile[],
): PlayerFile | null =>
  players.find(
    (one) => one.kind === kind && one.settings.pattern === pattern && one.settings.instrument === instrument,
  ) ?? null;

/** Players for a song, best first, each with what speaks against it. Those whose kind is not at hand are left out. */
export function rankPlayers(
  players: readonly PlayerFile[],
  song: Song,
  repertoire: Repertoire,
): Fitting<PlayerFile>[] {
  const facts = songFacts(song, repertoire);
  const style = styleOf(song, repertoire);
  const taken = new Map(
    song.parts.flatMap((part) => {
      const kind = kindOf(part, repertoire);
      if (!kind?.pitched) return [];
      return [[resolvedInScope(kind, style, song, part, null).instrument, part] as const];
    }),
  );
  return players
    .flatMap((item, place) => {
      const pattern = patternOf(item, repertoire);
      if (!pattern) return [];
      const { score, reasons } = patternFit(pattern, facts);
      const { instrument } = item.settings;
      const other = instrument === undefined ? undefined : taken.get(instrument);
      const isTaken = other !== undefined && other.kind !== item.kind;
      return [
        {
          item,
          place,
          score: Math.max(0, score - (isTaken ? TAKEN : 0)),
          reasons: isTaken
            ? [...reasons, `${other.name} plays ${GM_PROGRAMS[instrument!]} already`]
            : reasons,
        },
      ];
    })
    .sort((a, b) => b.score - a.score || a.place - b.place)
    .map(({ item, score, reasons }) => ({ item, score, reasons }));
}

/** How well instruments fit a part of a song: what its style has, what is heard in styles like it, what plays already. */
import { kindOf, styleOf, type Repertoire } from '../band/repertoire';
import type { Part, Song } from '../song/schema';
import type { Style } from '../style/schema';
import { resolvedInScope } from '../timeline/scopes';
import { genresOf } from './genres';
import type { Fitting } from './rank';

/** What one that the kind's players use is worth, and one that the song's own style has. */
const USUAL = 0.3;
const OF_STYLE = 1;
/** The most that one heard in another style is worth: as much of it as the two share of their genres. */
const HEARD = 0.6;
/** What it costs that another part plays it. */
const TAKEN = 0.35;

/** How much of a song's genres a style shares, from 0 to 1: the more common ones weigh more. */
function likeness(own: readonly string[], other: readonly string[]): number {
  const weight = (at: number): number => 1 / (at + 1);
  const all = own.reduce((sum, _, at) => sum + weight(at), 0);
  return all ? own.reduce((sum, genre, at) => sum + (other.includes(genre) ? weight(at) : 0), 0) / all : 0;
}

const programIn = (style: Style, kind: string): number | undefined => style.parts[kind]?.settings.instrument;

/** Programs of a kind in all styles, each with how near the nearest style lies that has it. */
function heard(kind: string, own: Style, styles: readonly Style[]): Map<number, number> {
  const near = new Map<number, number>();
  const genres = genresOf(own);
  for (const style of styles) {
    const program = programIn(style, kind);
    if (program === undefined || style.id === own.id) continue;
    near.set(program, Math.max(near.get(program) ?? 0, likeness(genres, genresOf(style))));
  }
  return near;
}

/**
 * General MIDI programs for a part, 0-based, best first: those of its kind and those that styles have for it. Reasons
 * say who plays one already.
 */
export function rankInstruments(song: Song, part: Part, repertoire: Repertoire): Fitting<number>[] {
  const kind = kindOf(part, repertoire);
  if (!kind) return [];
  const style = styleOf(song, repertoire);
  const near = heard(kind.id, style, repertoire.styles.all);
  const own = programIn(style, kind.id);
  const others = song.parts.flatMap((other) => {
    const its = other.id === part.id ? null : kindOf(other, repertoire);
    if (!its?.pitched) return [];
    return [{ name: other.name, program: resolvedInScope(its, style, song, other, null).instrument }];
  });
  const programs = [...new Set([...(own === undefined ? [] : [own]), ...kind.instruments, ...near.keys()])];
  return programs
    .map((item, place) => {
      const taken = others.find(({ program }) => program === item);
      const worth =
        (kind.instruments.includes(item) ? USUAL : 0) +
        (item === own ? OF_STYLE : HEARD * (near.get(item) ?? 0)) -
        (taken ? TAKEN : 0);
      const score = Math.max(0, Math.min(1, worth));
      const reasons = taken ? [`${taken.name} plays it already`] : [];
      return { item, score, reasons, worth, place };
    })
    .sort((a, b) => b.worth - a.worth || a.place - b.place)
    .map(({ item, score, reasons }) => ({ item, score, reasons }));
}

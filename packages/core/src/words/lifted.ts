/** What lifting or calming a section moves, in words: an item for each thing that can be left as it is. */
import { kindOf, styleOf, type Repertoire } from '../band/repertoire';
import { comesInAt, restsAt, semitonesOf, spreadOffset, stepsOf } from '../ensemble/lift';
import type { Lifted } from '../song/choices';
import type { Song } from '../song/schema';
import { liftInScope, resolvedInScope, settingsForScope, type Scope } from '../timeline/scopes';
import { exactOf } from '../timeline/settings';
import { counted, listed } from '../song/listed';

/** One thing that a lift moves, in words, and whether it does. */
export interface LiftItem {
  readonly what: Lifted;
  readonly says: string;
  /** False where the writer leaves it as it is. */
  readonly moves: boolean;
}

/** "Lifted by 2", "Calmed by 1". */
export const liftInWords = (by: number): string =>
  by === 0 ? 'As it is set' : `${by > 0 ? 'Lifted' : 'Calmed'} by ${Math.abs(by)}`;

const way = (by: number, up: string, down: string): string => (by > 0 ? up : down);

/** Names of parts a lift brings in, or lets rest. */
function partsMoved(song: Song, scope: Scope, by: number, repertoire: Repertoire): string[] {
  const style = styleOf(song, repertoire);
  return song.parts
    .filter((part) => {
      const kind = kindOf(part, repertoire);
      const own = settingsForScope(song, { part: part.id, scope });
      if (!kind || exactOf([own]).includes('parts')) return false;
      const { on } = resolvedInScope(kind, style, song, part, scope);
      return on ? restsAt(kind, by) : comesInAt(by);
    })
    .map((p) => p.name);
}

/** What a place's lift moves; empty where it is not lifted. */
export function liftItems(song: Song, scope: Scope, repertoire: Repertoire): LiftItem[] {
  const lift = liftInScope(song, scope);
  if (!lift || lift.by === 0) return [];
  const { by, without = [] } = lift;
  const steps = Math.abs(stepsOf(by));
  const parts = partsMoved(song, scope, by, repertoire);
  const rest = parts.length === 1 ? 'rests' : 'rest';
  const come = parts.length === 1 ? 'comes in' : 'come in';
  const items: [Lifted, string][] = [
    ['density', `${counted(steps, 'step')} ${way(by, 'fuller', 'sparser')}`],
    ['dynamics', `${counted(steps, 'step')} ${way(by, 'stronger', 'softer')}`],
    ['register', `${counted(Math.abs(semitonesOf(by)), 'semitone')} ${way(by, 'higher', 'lower')}`],
    ['spread', `voicings ${Math.abs(spreadOffset(by))} ${way(by, 'wider', 'closer')}`],
    ...(parts.length
      ? [['parts', `${listed(parts)} ${way(by, come, rest)}`] satisfies [Lifted, string]]
      : []),
  ];
  return items.map(([what, says]) => ({ what, says, moves: !without.includes(what) }));
}

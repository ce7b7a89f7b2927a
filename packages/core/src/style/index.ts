import type { Kind } from '../song/kinds';
import type { Style } from './schema';
import { lamplight } from './styles/lamplight';
import { quayside } from './styles/quayside';

/** Every style the app ships. To add one, write its file and name it here. */
export const STYLES: readonly Style[] = [quayside, lamplight];

export const DEFAULT_STYLE = quayside.id;

/** A style by id, or null. */
export const findStyle = (id: string): Style | null => STYLES.find((s) => s.id === id) ?? null;

/** The style of a song; one that this version does not know plays in the default style. */
export const styleOf = (id: string): Style => findStyle(id) ?? quayside;

/** A kind's pattern by id; an id of another style gives this style's first pattern. */
export function patternOf<K extends Kind>(
  style: Style,
  kind: K,
  id: string | undefined,
): Style['parts'][K]['patterns'][number] {
  const patterns: readonly Style['parts'][K]['patterns'][number][] = style.parts[kind].patterns;
  return patterns.find((p) => p.id === id) ?? patterns[0]!;
}

/** What a pattern leaves to the engine, so that a control is shown only where it is heard. */
export interface Freedom {
  /** Another variation gives other notes. */
  readonly varies: boolean;
  /** It can begin again at a chord change or carry on. */
  readonly restarts: boolean;
}

export function freedomOf(style: Style, kind: Kind, id: string): Freedom {
  const walks = kind === 'bass' && patternOf(style, 'bass', id).generator === 'walking';
  const scatters = kind === 'arp' && patternOf(style, 'arp', id).order === 'random';
  const lines = kind === 'solo' || kind === 'drums';
  return { varies: kind === 'solo' || walks || scatters, restarts: !lines && !walks };
}

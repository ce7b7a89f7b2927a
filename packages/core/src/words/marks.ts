/** What stands over the bars of a section beside its chords: its endings and its cues, in as few words as will do. */
import type { Cue, Part, Section } from '../song/schema';
import type { BarIndex } from '../units/units';

/** "Keys in", "stop", "Bass, Drums otherwise". */
export function cueMark(
  cue: Pick<Cue, 'parts' | 'settings' | 'hit'>,
  parts: readonly Pick<Part, 'id' | 'name'>[],
): string {
  const all = cue.parts.length === parts.length;
  const names = all
    ? 'all'
    : parts
        .filter((p) => cue.parts.includes(p.id))
        .map((p) => p.name)
        .join(', ');
  if (cue.hit) return all ? 'stop' : `${names} stop`;
  if (cue.settings.on === false) return `${names} out`;
  return cue.settings.on && Object.keys(cue.settings).length === 1 ? `${names} in` : `${names} otherwise`;
}

/** The number of the ending that begins with a bar (0-based); null where none does. */
export function endingAt({ bars, endings }: Pick<Section, 'bars' | 'endings'>, bar: BarIndex): number | null {
  if (!endings) return null;
  let from = bars - endings.reduce((sum, n) => sum + n, 0);
  for (const [i, length] of endings.entries()) {
    if (from === bar) return i + 1;
    from += length;
  }
  return null;
}

/** What stands over a bar, between two ticks of its section. */
export function barMarks(
  section: Pick<Section, 'bars' | 'endings' | 'cues'>,
  parts: readonly Pick<Part, 'id' | 'name'>[],
  bar: BarIndex,
  from: number,
  to: number,
): string {
  const ending = endingAt(section, bar);
  const cues = section.cues.filter((c) => c.at >= from && c.at < to).map((c) => cueMark(c, parts));
  return [...(ending === null ? [] : [`ending ${ending}`]), ...cues].join(' · ');
}

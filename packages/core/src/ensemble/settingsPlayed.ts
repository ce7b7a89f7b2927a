/** A part's settings in a place as it plays by them: those that hold, lifted as the place is, as the song's arc has it. */
import { derived } from '../memo/derived';
import type { Part, Song } from '../song/schema';
import type { KindFacts, KindSet } from '../style/kind';
import type { Style } from '../style/schema';
import type { ArcPlan, PartArc } from '../timeline/agreement';
import { occurrenceKeyOf } from '../timeline/occurrenceKey';
import { expandForm } from '../timeline/occurrences';
import {
  isOccurrenceScope,
  liftInScope,
  resolvedInScope,
  settingsForScope,
  type Scope,
} from '../timeline/scopes';
import { exactOf, hasOwnPace, type Resolved } from '../timeline/settings';
import { arcOf } from './arc';
import { arcedSettings } from './arc/apply';
import { liftedSettings } from './lift';

interface ArcsInputs {
  readonly song: Song;
  readonly kinds: KindSet;
  readonly style: Style;
}

/** The plans of a song by its playings. */
const arcsOf = derived(({ song, kinds, style }: ArcsInputs): ReadonlyMap<string, ArcPlan> => {
  const form = expandForm(song);
  const plans = arcOf(song, kinds, style, form);
  return new Map(
    form.flatMap(({ occurrenceKey }, i) => {
      const plan = plans[i];
      return plan ? [[occurrenceKey, plan] as const] : [];
    }),
  );
});

interface PartOfKind {
  readonly part: Part;
  readonly kind: KindFacts;
}

/** What the arc asks of a part in a place: of a section what it asks in all of its playings; null where nothing. */
function arcIn(song: Song, part: Part, kinds: KindSet, style: Style, scope: Scope): PartArc | null {
  if (scope === null) return null;
  const index = song.parts.findIndex((p) => p.id === part.id);
  const plans = arcsOf(song, 'arcs', { song, kinds, style });
  if (isOccurrenceScope(scope)) return plans.get(occurrenceKeyOf(scope))?.parts[index] ?? null;
  const playings = song.form.flatMap(({ id, section, repeats }) =>
    section === scope ? Array.from({ length: repeats }, (_, repeat) => ({ entry: id, repeat })) : [],
  );
  const asked = playings.map((playing) => plans.get(occurrenceKeyOf(playing))?.parts[index]);
  return asked.length && asked.every((one) => one?.rests) ? asked[0]! : null;
}

/** A part's settings in a place. Cues come on top; the song as a whole has no arc. */
export function settingsPlayed(
  { part, kind }: PartOfKind,
  kinds: KindSet,
  style: Style,
  song: Song,
  scope: Scope,
): Resolved {
  const settings = resolvedInScope(kind, style, song, part, scope);
  const cell = { part: part.id, scope };
  const exact = exactOf([settingsForScope(song, cell)]);
  const lift = scope === null ? null : liftInScope(song, scope);
  if (lift && lift.by !== 0) return liftedSettings(kind, settings, exact, lift);
  const arc = arcIn(song, part, kinds, style, scope);
  if (!arc) return settings;
  const pace = hasOwnPace(part.settings, [settingsForScope(song, cell)]);
  // How full a section is told by its shape and arc is said of the section, and no setting of the part.
  return arcedSettings(settings, { exact, pace }, { ...arc, density: 0 });
}

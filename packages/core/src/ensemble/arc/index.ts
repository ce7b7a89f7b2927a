/** The arc of a song: how each playing is told for its place in the form, where the writer has not said so. */
import equal from 'fast-deep-equal';
import { derived } from '../../memo/derived';
import type { Song } from '../../song/schema';
import type { KindSet } from '../../style/kind';
import type { Style } from '../../style/schema';
import type { ArcPlan } from '../../timeline/agreement';
import type { Occurrence } from '../../timeline/occurrences';
import { pointsOf } from '../terms';
import { formPlaces, type FormPlace } from './formPlace';
import { arcPlan, type ArcPart } from './plan';

interface PlanInputs extends FormPlace {
  readonly parts: readonly ArcPart[];
  readonly style: Style;
  readonly seed: number;
}

/** A plan is made again where a place, the parts or the style is another, and is the very same where the same comes of it. */
const planOf = derived(
  ({ parts, style, seed, ...place }: PlanInputs): ArcPlan => arcPlan(place, parts, style, seed),
  {},
  equal,
);

const withoutShape = derived(({ plan }: { plan: ArcPlan }): ArcPlan => ({
  ...plan,
  strength: 0,
  parts: plan.parts.map((part) => ({ ...part, density: 0 })),
}));

/** The parts of a song, those it has switched off as such that do not play. */
const arcParts = derived(({ parts, kinds }: { parts: Song['parts']; kinds: KindSet }): readonly ArcPart[] =>
  parts.map(({ id, kind, settings }) => ({
    id,
    kind: settings.on === false ? null : (kinds.get(kind) ?? null),
    goesWith: parts.some((other) => other.id === settings.goesWith && other.id !== id),
  })),
);

/**
 * The plan of each playing; null where there is none: the song is too short to go anywhere, the players do not agree
 * on it, or the writer has said how far the playing is lifted.
 */
export function arcOf(
  song: Song,
  kinds: KindSet,
  style: Style,
  form: readonly Occurrence[],
): readonly (ArcPlan | null)[] {
  const places = formPlaces(form);
  const parts = arcParts(song.parts, 'arc', { parts: song.parts, kinds });
  return form.map(({ section, lift, occurrenceKey }, i) => {
    const place = places[i]!;
    const points = pointsOf(song, section);
    if (!place || !points.arc || (lift?.by ?? 0) !== 0) return null;
    const plan = planOf(parts, `arc ${occurrenceKey}`, { ...place, parts, style, seed: song.seed });
    return points.shape ? plan : withoutShape(plan, 'without shape', { plan });
  });
}

/** Edits of how far sections and playings stand above what is set for them. */
import { MOST_LIFT } from '../song/choices';
import type { Lift, Song } from '../song/schema';
import { edit, type Edit } from './apply';
import type { OccurrenceId } from '../timeline/occurrenceKey';
import { entryIn } from './within';

const within = (by: number): number => Math.max(-MOST_LIFT, Math.min(MOST_LIFT, Math.round(by)));

const tidy = (lift: Lift): Lift => ({
  by: within(lift.by),
  ...(lift.without?.length ? { without: [...new Set(lift.without)] } : {}),
});

function put(entry: Song['form'][number], pass: number, lift: Lift | null): void {
  const lifts = { ...entry.lifts };
  if (lift) lifts[pass] = tidy(lift);
  else delete lifts[pass];
  if (Object.keys(lifts).length) entry.lifts = lifts;
  else delete entry.lifts;
}

/** Lifts a section, or calms it below 0; null lets go. Playings with a lift of their own keep it. */
export const setLift = (section: string, lift: Lift | null): Edit =>
  edit(
    lift && lift.by < 0 ? 'calm a section' : 'lift a section',
    (song) => {
      const found = song.sections.find((s) => s.id === section);
      if (!found) return;
      if (lift) found.lift = tidy(lift);
      else delete found.lift;
    },
    `lift/${section}`,
  );

/** Lifts one playing; null lets it stand as its section does. */
export const setPlayingLift = ({ entry: id, repeat }: OccurrenceId, lift: Lift | null): Edit =>
  edit(
    lift && lift.by < 0 ? 'calm a playing' : 'lift a playing',
    (song) => {
      const entry = entryIn(song, id);
      if (entry && repeat >= 0 && repeat < entry.repeats) put(entry, repeat, lift);
    },
    `lift/${id}/${repeat}`,
  );

/** Lifts playings along a curve, one value for each; what each leaves as it is stays so. */
export const setCurve = (points: readonly (OccurrenceId & { readonly by: number })[]): Edit =>
  edit(
    'draw a build',
    (song) => {
      for (const { entry: id, repeat, by } of points) {
        const entry = entryIn(song, id);
        if (!entry || repeat < 0 || repeat >= entry.repeats) continue;
        const section = song.sections.find((s) => s.id === entry.section);
        const without = entry.lifts?.[repeat]?.without ?? section?.lift?.without;
        put(entry, repeat, { by, ...(without && { without: [...without] }) });
      }
    },
    'curve',
  );

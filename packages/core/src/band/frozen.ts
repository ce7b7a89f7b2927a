/** Parts that are frozen: what was played is kept by playing, and played again whatever becomes of chords and settings. */
import { derived } from '../memo/derived';
import type { Kind } from '../parts/kind';
import type { Note } from '../parts/note';
import type { KeptPlaying } from '../song/schema';
import type { Region } from '../timeline/region';
import { settingsAt } from '../timeline/settings';
import { playChosen, type RegionEvents } from './playRegion';

const keptOf = derived(
  ({ kind, region, kept }: { kind: Kind; region: Region; kept: KeptPlaying }): RegionEvents =>
    played(kind, region, kept),
);

/** A region as it was kept; the very same where neither it nor what was kept is another. */
export const playKept = (kind: Kind, region: Region, kept: KeptPlaying): RegionEvents =>
  keptOf(region, 'kept', { kind, region, kept });

/** A region as it was kept. It rests where the part rests, and ends with its bars. */
function played(kind: Kind, region: Region, { notes }: KeptPlaying): RegionEvents {
  const { spans, settingsSpans, length } = region;
  let at = 0;
  const kept = notes.flatMap(([start, duration, pitch, velocity]): Note[] => {
    while (at + 1 < spans.length && spans[at + 1]!.start - spans[at + 1]!.anticipation <= start) at++;
    const left = Math.min(duration, length - start);
    if (left <= 0 || (start < 0 && region.first) || !settingsAt(settingsSpans, start).on) return [];
    const isChord = kind.pitched && spans[at]?.chord != null;
    return [
      {
        start,
        duration: left,
        pitch,
        velocity,
        noteFunction: 'frozen',
        span: isChord ? at : -1,
        played: true,
      },
    ];
  });
  return playChosen(region, kept);
}

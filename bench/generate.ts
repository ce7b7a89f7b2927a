/**
 * How long generation takes, against yardsticks of the same run: JSON.stringify on the notes, half the
 * bars, and a whole generation against one after a change of one chord. Eight parts, in each style.
 * Run with: bash scripts/bench.sh generate [STYLE …]
 */
import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { newPart } from '@backline/core/band/repertoire';
import { applyEdit } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { setMix } from '@backline/core/edits/song';
import { differsInMixOnly } from '@backline/core/song/changes';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { medians, ms, shareOf } from './support';
import { longSong } from '../packages/core/test/support/music';

/** A song with a second guitar: eight parts. */
const eight = (song: Song): Song => ({
  ...song,
  parts: [...song.parts, newPart(OURS.kinds.get('guitar')!, song.parts)],
});

const asked = process.argv.slice(2);
for (const { id } of OURS.styles.all) {
  if (asked.length && !asked.includes(id)) continue;
  const song = eight({ ...longSong(128), style: id });
  const cold = performance.now();
  const band = renderBand(song, OURS);
  const first = performance.now() - cold;
  const notes = band.parts.flatMap((part) => part.notes);
  const shorter = eight({ ...longSong(64), style: id });
  const long = eight({ ...longSong(200, 200), style: id });
  const memory = regionMemory();
  renderBand(long, OURS, memory);
  let turn = 0;
  const [full, stringify, half, level] = medians([
    () => renderBand(song, OURS),
    () => JSON.stringify(notes),
    () => renderBand(shorter, OURS),
    () => {
      const louder = applyEdit(long, setMix('bass', { level: turn++ % 127 }))!.song;
      differsInMixOnly(long, louder);
    },
  ]) as [number, number, number, number];
  // As a writer changes chords who has been at it for a while.
  let written = long;
  const chord = shareOf(
    () => {
      const symbol = ['Bb7', 'Ebmaj7', 'F#m7'][turn++ % 3]!;
      written = applyEdit(written, setBar('s1', 20 + (turn % 151), symbol))!.song;
      renderBand(written, OURS, memory);
    },
    () => renderBand(long, OURS),
  );
  console.log(`${id}: 128 bars, ${band.parts.length} parts, ${notes.length} notes`);
  console.log(
    `  generated in ${ms(full)} (first time ${ms(first)}), ${(full / stringify).toFixed(1)} times JSON.stringify of its notes (${ms(stringify)}); bound 12`,
  );
  console.log(`  doubling the bars: ${(full / half).toFixed(2)} times as long; bound 2`);
  console.log(
    `  one chord in a section of 200 bars: ${ms(chord.small)}, ${chord.ratio.toFixed(3)} of the song (${ms(chord.large)}); bound 0.05`,
  );
  console.log(`  a level: ${ms(level)}, no generation; bound 2 ms`);
}

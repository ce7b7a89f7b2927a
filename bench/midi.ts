/**
 * Writing MIDI grows with the song and no faster: 2,000 bars cost at most five times what 500 cost.
 * Run with: npx tsx bench/midi.ts
 */
import { renderBand } from '@backline/core/band/index';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import { longSong } from '../packages/core/test/support/music';
import { medians, ms } from './support';
import { OURS } from '@backline/core/styles/index';

// Sections of 40 bars: a song has 60 at most.
const writers = [500, 1000, 2000].map((bars) => {
  const song = longSong(bars, 40);
  const band = renderBand(song, OURS);
  return () => void writeMidiFile(song, band);
});
const [short, middle, long] = medians(writers, 9, 2) as [number, number, number];
console.log(`MIDI of 500 bars ${ms(short)}, of 1000 ${ms(middle)}, of 2000 ${ms(long)}`);
console.log(`  2000 against 500 bars: ${(long / short).toFixed(2)} times; bound 5`);

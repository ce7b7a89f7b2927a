/**
 * What an edit of one chord costs from the tap on, in songs of 50, 200 and 2,000 bars: the edit itself, what is sent
 * to the worker, windows made anew, the score for the audio thread, what goes to the page.
 * Run with: bash scripts/bench.sh edit [STYLE]
 */
import { deserialize, serialize } from 'node:v8';
import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { songChanges } from '@backline/core/song/changes';
import { withPatches } from '@backline/core/song/patches';
import { OURS } from '@backline/core/styles/index';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { scoreBuffers, sentScore } from '@backline/sound/score/sentScore';
import { sentBand } from '../apps/web/src/shared/sentBand';
import { longSong } from '../packages/core/test/support/music';
import { ms } from './support';

const TURNS = 25;
const median = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1]!;

const style = process.argv[2] ?? OURS.styles.all[0]!.id;
for (const bars of [50, 200, 2000]) {
  let song = { ...longSong(bars, Math.min(bars, 500)), style };
  let copy = song;
  const memory = regionMemory();
  let band = renderBand(copy, OURS, memory);
  let score = scoreOf(band, copy);
  const took: Record<'edit' | 'band' | 'score' | 'page' | 'all', number[]> = {
    edit: [],
    band: [],
    score: [],
    page: [],
    all: [],
  };
  let toWorker = 0;
  let toPage = 0;
  let toSound = 0;
  let windows = 0;
  for (let turn = 0; turn < TURNS; turn++) {
    const marks = [performance.now()];
    const mark = () => marks.push(performance.now());
    const symbol = ['Bb7', 'Ebmaj7', 'F#m7'][turn % 3]!;
    const before = song;
    song = applyEdit(song, setBar('s1', (turn * 7) % Math.min(bars, 500), symbol))?.song ?? song;
    const sent = serialize(songChanges(before, song));
    mark();
    const made = memory.computed;
    copy = withPatches(copy, deserialize(sent) as never);
    const last = band;
    band = renderBand(copy, OURS, memory);
    mark();
    const heard = score;
    score = scoreOf(band, copy);
    const told = sentScore(score, heard);
    mark();
    const reply = serialize(sentBand(band, last));
    mark();
    const [start, edited, rendered, scored, replied] = marks as [number, number, number, number, number];
    took.edit.push(edited - start);
    took.band.push(rendered - edited);
    took.score.push(scored - rendered);
    took.page.push(replied - scored);
    took.all.push(scored - start);
    windows = memory.computed - made;
    toWorker = sent.length;
    toPage = reply.length;
    toSound = scoreBuffers(told).reduce((sum, buffer) => sum + buffer.byteLength, 0);
  }
  console.log(`${bars} bars of ${style}: one chord`);
  console.log(
    `  tap to the score for the audio thread ${ms(median(took.all))} (edit ${ms(median(took.edit))}, band ${ms(median(took.band))}, score ${ms(median(took.score))}); bound 60 ms at 200 bars`,
  );
  console.log(
    `  windows made anew ${windows}; to the worker ${toWorker} bytes; to the page ${(toPage / 1000).toFixed(0)} kB, written in ${ms(median(took.page))}; bound 60 kB; to the audio thread ${(toSound / 1000).toFixed(0)} kB of ${((score.notes.byteLength + score.gestures.byteLength) / 1000).toFixed(0)}`,
  );
}

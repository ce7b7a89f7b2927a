/** Scores as they go to the audio thread: what is other in each, put together again there. */
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit } from '@backline/core/edits/apply';
import { insertBar, removeBars, setBar } from '@backline/core/edits/bars';
import { moveEntry } from '@backline/core/edits/form';
import { setMix } from '@backline/core/edits/song';
import { OURS } from '@backline/core/styles/index';
import { FIELDS, GESTURE_FIELDS, EMPTY_SCORE, type Score } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { scoreBuffers, sentScore, wholeScore } from '@backline/sound/score/sentScore';
import { longSong } from '../../../core/test/support/music';

/** As it arrives: handed over, no list shared with the sender. */
const arrived = (score: Score, before: Score | null) => {
  const sent = sentScore(score, before);
  return structuredClone(sent, { transfer: scoreBuffers(sent) });
};

const inTime = (ticks: readonly number[], fields: number): Int32Array =>
  Int32Array.from(
    [...ticks]
      .sort((a, b) => a - b)
      .flatMap((tick, i) => [tick, ...Array.from({ length: fields - 1 }, () => i % 3)]),
  );

const anyTicks = fc.array(fc.integer({ min: -500, max: 60_000 }), { maxLength: 40 });
const anyScore = fc.tuple(anyTicks, anyTicks).map(([notes, gestures]): Score => ({
  ...EMPTY_SCORE,
  notes: inTime(notes, FIELDS),
  gestures: inTime(gestures, GESTURE_FIELDS),
}));

it('whatever two scores are, the second is there again from the first and what was sent', () => {
  fc.assert(
    fc.property(anyScore, anyScore, (before, now) => {
      expect(wholeScore(arrived(now, before), before)).toEqual(now);
      expect(wholeScore(arrived(now, null), null)).toEqual(now);
      expect(sentScore(before, before).notes.every((block) => 'from' in block)).toBe(true);
    }),
    { numRuns: 300 },
  );
});

const sizeOf = (score: Score, before: Score | null): number =>
  scoreBuffers(sentScore(score, before)).reduce((sum, buffer) => sum + buffer.byteLength, 0);

it('edit by edit the audio thread has what the worker made, and one chord is a small part of it', () => {
  const memory = regionMemory();
  let song = longSong(64, 16);
  let made = scoreOf(renderBand(song, OURS, memory), song);
  let there = wholeScore(arrived(made, null), null);
  const part = song.parts[0]!.id;
  const edits = [
    setBar('s1', 3, 'F#m7'),
    setMix(part, { level: 40 }),
    insertBar('s2', 1),
    removeBars('s1', 2, 3),
    moveEntry(0, 1),
    setBar('s1', 0, 'N.C.'),
  ];
  edits.forEach((edit) => {
    song = applyEdit(song, edit)!.song;
    const now = scoreOf(renderBand(song, OURS, memory), song);
    there = wholeScore(arrived(now, made), there);
    expect(there).toEqual(now);
    expect(scoreOf(renderBand(song, OURS), song)).toEqual(now);
    made = now;
  });
  const before = made;
  song = applyEdit(song, setBar('s2', 3, 'Bb7'))!.song;
  const after = scoreOf(renderBand(song, OURS, memory), song);
  expect(sizeOf(after, before)).toBeGreaterThan(0);
  expect(sizeOf(after, before)).toBeLessThan(sizeOf(after, null) / 4);
});

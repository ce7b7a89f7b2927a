import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { setGuide, setMix } from '@backline/core/edits/song';
import { applyEdit } from '@backline/core/edits/apply';
import { FIELDS, GUIDE_CHANNEL, audibleParts, firstNoteAt, lastAt } from '@backline/sound/score/score';
import { scoreOf } from '@backline/sound/score/scoreOf';
import { PICK_DOWN, PICK_UP, isPicked, pickNoises } from '@backline/sound/score/pickNoises';
import { OURS } from '@backline/core/styles/index';

const song = readChart('tempo: 100\n[A]\nC | F\ntempo: 80\nG | C', OURS);
const score = scoreOf(renderBand(song, OURS));

it('has every note of the band in order of time, and the tempo map', () => {
  const band = renderBand(song, OURS);
  const strokes = band.parts.reduce(
    (sum, p) => sum + (isPicked(p.program) ? pickNoises(p.notes).length : 0),
    0,
  );
  expect(strokes).toBeGreaterThan(4);
  expect(score.notes.length / FIELDS).toBe(band.parts.reduce((sum, p) => sum + p.notes.length, strokes));
  for (let i = FIELDS; i < score.notes.length; i += FIELDS)
    expect(score.notes[i]! >= score.notes[i - FIELDS]!).toBe(true);
  expect(score.tempos).toEqual([
    { tick: 0, tempo: 100 },
    { tick: 3840, tempo: 80 },
  ]);
});

it('finds the first note at a tick and the last entry before one', () => {
  const at = firstNoteAt(score.notes, 1920);
  expect(score.notes[at * FIELDS]!).toBeGreaterThanOrEqual(1920);
  expect(score.notes[(at - 1) * FIELDS]!).toBeLessThan(1920);
  expect(lastAt(score.tempos, 3839)!.tempo).toBe(100);
  expect(lastAt(score.tempos, 3840)!.tempo).toBe(80);
});

it('a soloed part sounds alone, a muted one not at all', () => {
  const audible = (...edits: ReturnType<typeof setMix>[]) => {
    const edited = edits.reduce((s, e) => applyEdit(s, e)!.song, song);
    return audibleParts(scoreOf(renderBand(edited, OURS))).length;
  };
  expect(audible(setMix('bass', { mute: true }))).toBe(6);
  expect(audible(setMix('bass', { solo: true }))).toBe(1);
});

it('the guide sound plays the chords on a channel of its own, when it is wanted', () => {
  const guided = applyEdit(song, setGuide({ playback: true, instrument: 19, level: 40 }))!.song;
  const { channels, notes } = scoreOf(renderBand(guided, OURS), guided);
  expect(channels.find((c) => c.channel === GUIDE_CHANNEL)).toMatchObject({
    programs: [{ tick: 0, program: 19 }],
    level: 40,
  });
  const starts = new Set<number>();
  for (let i = 0; i < notes.length; i += FIELDS) if (notes[i + 2] === GUIDE_CHANNEL) starts.add(notes[i]!);
  // The third is felt early, as the band has agreed.
  expect([...starts]).toEqual([0, 1920, 3600, 5760]);
  expect(score.channels.some((c) => c.channel === GUIDE_CHANNEL)).toBe(false);
});

it('a stroke across three strings and more has the noise of its pick, down or up; single notes have none', () => {
  const note = (start: number, pitch: number) => ({ start, duration: 200, pitch, velocity: 90, touch: null });
  const down = [note(0, 40), note(20, 47), note(40, 52), note(60, 56)];
  const up = [note(480, 56), note(495, 52), note(510, 47)];
  const single = [note(960, 40), note(1200, 42)];
  const strokes = pickNoises([...down, ...up, ...single]);
  expect(strokes.map((s) => [s.start, s.pitch])).toEqual([
    [0, PICK_DOWN],
    [480, PICK_UP],
  ]);
  expect(strokes[0]!.velocity).toBeLessThan(90);
});

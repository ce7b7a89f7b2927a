import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { swung, withoutOverlaps } from '@backline/core/groove/groove';
import { renderBand } from '@backline/core/band/index';
import { song, withSettings } from '../support/music';
import { OURS } from '@backline/core/styles/index';
import { newFolder } from '../support/folder';

describe('swing', () => {
  it('is straight at 50 and a triplet at 66.7', () => {
    expect(swung(240, { swing: 50, unit: 'eighth' })).toBe(240);
    expect(swung(240, { swing: 66.7, unit: 'eighth' })).toBe(320);
    expect(swung(720, { swing: 66.7, unit: 'eighth' })).toBe(800);
    expect(swung(120, { swing: 75, unit: 'sixteenth' })).toBe(180);
  });

  it('leaves beats and triplet places where they are and never changes an order', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5000 }),
        fc.double({ min: 50, max: 75, noNaN: true }),
        (tick, swing) => {
          const feel = { swing, unit: 'eighth' as const };
          expect(swung(tick - (tick % 480), feel)).toBe(tick - (tick % 480));
          if (tick % 160 === 0 && tick % 240 !== 0) expect(swung(tick, feel)).toBe(tick);
          expect(swung(240, feel)).toBeLessThan(480);
        },
      ),
    );
  });

  it('puts the off-beat where LilyPond 2.24 \\tripletFeel 8 puts it', () => {
    const dir = newFolder();
    writeFileSync(
      join(dir, 'feel.ly'),
      `\\version "2.24.0"\n\\include "swing.ly"\n\\score { \\tripletFeel 8 { c'8 d' e' f' c'8 d' e' f' } \\midi { } }\n`,
    );
    execFileSync('lilypond', ['-s', '--loglevel=ERROR', '-o', 'out', 'feel.ly'], {
      cwd: dir,
      timeout: 300_000,
    });
    const script =
      'import mido,sys,json\nm=mido.MidiFile(sys.argv[1])\nt=0\nout=[]\nfor x in mido.merge_tracks(m.tracks):\n t+=x.time\n if x.type=="note_on" and x.velocity>0: out.append(t/m.ticks_per_beat)\nprint(json.dumps(out))';
    const theirs = JSON.parse(
      execFileSync('/usr/bin/python3', ['-c', script, join(dir, 'out.midi')], { encoding: 'utf8' }),
    ) as number[];
    const ours = [0, 240, 480, 720, 960, 1200, 1440, 1680].map(
      (t) => swung(t, { swing: 66.7, unit: 'eighth' }) / 480,
    );
    expect(theirs).toHaveLength(8);
    theirs.forEach((beat, i) => expect(Math.abs(beat - ours[i]!)).toBeLessThan(0.01));
  });

  it('is heard in the swung style: ride off-beats stand at two thirds of the beat', () => {
    const band = renderBand(
      withSettings(song('C | F | G | C', 'style: lamplight'), 'drums', { groove: { lateness: 0 } }),
      OURS,
    );
    const ride = band.parts.find((p) => p.kind === 'drums')!.notes.filter((n) => n.pitch === 51);
    const off = ride.map((n) => n.start % 480).filter((t) => t > 0);
    expect(off.length).toBeGreaterThan(3);
    off.forEach((t) => expect(t).toBe(320));
  });
});

describe('humanise', () => {
  it('spreads time within its milliseconds and is the same for the same seed', () => {
    const base = song('C | F | G | C', 'tempo: 120');
    const spread = withSettings(base, 'drums', { groove: { lateness: 20 } });
    const [a, b, still] = [spread, spread, withSettings(base, 'drums', { groove: { lateness: 0 } })].map(
      (s) => renderBand(s, OURS).parts.find((p) => p.kind === 'drums')!.notes,
    );
    expect(a).toEqual(b);
    expect(a).not.toEqual(still);
    // 20 ms at 120 a minute are 19.2 ticks.
    const late = a!.map((n, i) => n.start - still![i]!.start);
    expect(Math.min(...late)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...late)).toBeLessThanOrEqual(20);
    expect(new Set(late).size).toBeGreaterThan(5);
  });
});

describe('notes of one pitch', () => {
  const asWritten = <N extends { start: number; duration: number }>(note: N) => ({
    ...note,
    at: note.start,
    length: note.duration,
  });
  const anyNotes = fc.array(
    fc
      .record({
        start: fc.integer({ min: 0, max: 2000 }),
        duration: fc.integer({ min: 1, max: 900 }),
        pitch: fc.integer({ min: 60, max: 63 }),
        velocity: fc.integer({ min: 1, max: 127 }),
      })
      .map(asWritten),
    { maxLength: 40 },
  );

  it('never overlap, and none of positive length is lost but doubles', () => {
    fc.assert(
      fc.property(anyNotes, (notes) => {
        const clean = withoutOverlaps(notes, 0);
        const starts = new Set(notes.map((n) => `${n.pitch}@${n.start}`));
        expect(clean.length).toBe(starts.size);
        for (const a of clean) {
          for (const b of clean) {
            if (a === b || a.pitch !== b.pitch) continue;
            expect(a.start + a.duration <= b.start || b.start + b.duration <= a.start).toBe(true);
          }
        }
      }),
    );
  });

  it('struck within a moment of each other are one, as long and as strong as both', () => {
    const note = (start: number, duration: number, velocity: number) =>
      asWritten({ start, duration, pitch: 60, velocity });
    expect(withoutOverlaps([note(0, 12, 90), note(25, 400, 70), note(500, 100, 60)])).toEqual([
      note(0, 425, 90),
      note(500, 100, 60),
    ]);
    fc.assert(
      fc.property(anyNotes, (notes) => {
        const clean = withoutOverlaps(notes);
        clean.forEach((a, i) =>
          clean.slice(i + 1).forEach((b) => {
            if (a.pitch === b.pitch) expect(b.start - a.start).toBeGreaterThan(30);
          }),
        );
        // Every pitch that was struck is struck.
        expect(new Set(clean.map((n) => n.pitch))).toEqual(new Set(notes.map((n) => n.pitch)));
      }),
    );
  });
});

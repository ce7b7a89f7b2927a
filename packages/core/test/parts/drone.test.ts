/** A drone holds the key's tonic and fifth through the chords that bear them, and gives way to those that do not. */
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import { droneTone } from '@backline/core/parts/drone/tones';
import type { Settings } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { chordPitchClasses } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf } from '@backline/core/theory/key';
import { mod } from '@backline/core/theory/pitch';
import { METRE_NAMES } from '@backline/core/time/metre';
import { anySymbol } from '../support/music';

const anyProgression = fc
  .array(anySymbol, { minLength: 2, maxLength: 6 })
  .map((symbols) => symbols.join(' | '));
const drone = OURS.kinds.get('drone')!;
const PATTERNS = drone.library!.map((p) => p.id);
const SONG = 'style: millpond\nkey: C\ntempo: 100\n';

function play(bars: string, settings: Settings = {}, header = '') {
  const song = readChart(`${SONG}${header}[Verse]\n${bars}`, OURS);
  const part = newPart(drone, song.parts);
  return renderBand({ ...song, parts: [{ ...part, settings: { ...part.settings, ...settings } }] }, OURS);
}
const notesOf = (band: ReturnType<typeof play>) => band.parts[0]!.notes;

it('the tonic stays where it is a tone of the chord or lies beside none; else the nearest of root and fifth', () => {
  const held = (symbol: string) => droneTone('tonic', keyOf('C'), parseChord(symbol));
  expect(['C', 'Am7', 'F', 'Dm7', 'Bb', 'Csus4'].map(held)).toEqual([0, 0, 0, 0, 0, 0]);
  // B, the third of G7 and fifth of E7, would beat with C.
  expect([held('G7'), held('E7'), held('Db')]).toEqual([2, 11, 1]);
  expect(droneTone('fifth', keyOf('C'), parseChord('Am'))).toBe(7);
  expect(droneTone('fifth', keyOf('Am'), parseChord('Am'))).toBe(4);
});

it('one note lasts through chords that bear it', () => {
  const [first] = notesOf(play('C | F | Am | C | Dm7', { density: 1, pattern: 'long-bow-ground' }));
  expect([first!.pitch % 12, Math.round(first!.duration / 480)]).toEqual([0, 16]);
});

it('no tone of it ever lies a semitone beside a tone of the chord that sounds, in any pattern, metre and key', () => {
  fc.assert(
    fc.property(
      anyProgression,
      fc.constantFrom(...PATTERNS),
      fc.constantFrom(...METRE_NAMES),
      fc.constantFrom('C', 'Ebm', 'F#', 'Bb'),
      fc.constantFrom(1, 3, 5),
      (bars, pattern, metre, key, density) => {
        const band = play(bars, { pattern, density }, `time: ${metre}\nkey: ${key}\n`);
        expect(band.parts[0]!.trouble).toBeNull();
        for (const note of notesOf(band)) {
          const middle = note.at + note.length / 2;
          // A chord is felt where it is pushed to.
          const chord = band.chords.findLast((c) => c.start - c.anticipation <= middle);
          expect(note.pitch >= drone.range[0] && note.pitch <= drone.range[1]).toBe(true);
          if (!chord?.chord) continue;
          const tones = chordPitchClasses(chord.chord);
          if (tones.includes(mod(note.pitch, 12))) continue;
          const clash = tones.some((tone) => [1, 11].includes(mod(tone - note.pitch, 12)));
          expect({ symbol: chord.symbol, pitch: note.pitch, clash }).toMatchObject({ clash: false });
        }
      },
    ),
    { numRuns: 60 },
  );
});

it('it never stops between its first note and its last, whatever chord is pushed', () => {
  const bars = 'C | F{push 1/8} | Am | Dm7{push 1/4} | G7 | C\n[Chorus]\nF{push 1/8} | C | Eb | C{push 1/8}';
  for (const pattern of ['slow-bellows', 'long-bow-ground']) {
    for (const density of [1, 3]) {
      const notes = [...notesOf(play(bars, { pattern, density }))].sort((a, b) => a.at - b.at);
      let until = 0;
      for (const { at, length } of notes) {
        expect({ pattern, density, at, gap: Math.max(0, at - until) }).toMatchObject({ gap: 0 });
        until = Math.max(until, at + length);
      }
      expect(until).toBe(10 * 1920);
    }
  }
});

it('it is no lead and no bass: nobody makes room for it, and the bass keeps what it plays', () => {
  const song = readChart(`${SONG}[Verse]\nC | F | G7 | C`, OURS);
  const without = { ...song, parts: song.parts.filter((p) => p.kind !== 'drone') };
  const alone = renderBand(without, OURS);
  const beside = renderBand({ ...without, parts: [...without.parts, newPart(drone, without.parts)] }, OURS);
  expect(beside.parts.slice(0, -1)).toEqual(alone.parts);
});

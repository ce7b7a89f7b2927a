import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { notesWithin, strokesOf } from '../weave';
import { OURS } from '@backline/core/styles/index';

const band = renderBand(readChart('tempo: 100\n[Verse]\nC | F\n[Chorus]\nG | C', OURS), OURS);
const guitar = band.parts.find((p) => p.kind === 'guitar')!;

describe('the weave', () => {
  it('shows the real notes: a stroke of six strings is one, as tall as its strongest', () => {
    const strokes = strokesOf(guitar, 0, 1920);
    const notes = notesWithin(guitar.notes, 0, 1920);
    expect(notes.length).toBeGreaterThan(strokes.length * 2);
    expect(strokes[0]!.strength).toBeCloseTo(
      Math.max(...notes.filter((n) => n.start < 60).map((n) => n.velocity)) / 127,
    );
    expect(strokes.every((s) => s.at >= 0 && s.at < 1)).toBe(true);
  });

  it('keeps strokes apart where the picture is small', () => {
    const strokes = strokesOf(guitar, 0, 3840, 0.1);
    strokes.slice(1).forEach((s, i) => expect(s.at - strokes[i]!.at).toBeGreaterThanOrEqual(0.09));
  });
});

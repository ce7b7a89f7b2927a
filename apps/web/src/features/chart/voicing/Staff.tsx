import { useEffect, useRef } from 'react';
import type { Chord } from '@backline/core/theory/chord';
import { chordTones } from '@backline/core/theory/chord';
import { LETTERS, mod, pitchClass, usualSpelling, type Spelled } from '@backline/core/theory/pitch';
import { usePalette } from '../../../theme/usePalette';

export interface StaffProps {
  readonly chord: Chord;
  readonly pitches: readonly number[];
  readonly label: string;
}

const WIDTH = 150;
const HEIGHT = 190;
const SIZE = { width: WIDTH, height: HEIGHT };
/** Middle C: tones from here up stand in the upper staff. */
const MIDDLE = 60;
const SIGNS: Record<number, string> = { [-2]: 'bb', [-1]: 'b', 0: '', 1: '#', 2: '##' };

/** A pitch as the chord spells it, in VexFlow's notation: `eb/4`. */
function keyOf(pitch: number, chord: Chord): { key: string; sign: string } {
  const own = chordTones(chord).find((t) => mod(pitchClass(t), 12) === pitch % 12);
  const note: Spelled = own ?? usualSpelling(pitch);
  const sign = SIGNS[note.alter] ?? '';
  const octave = Math.floor((pitch - note.alter) / 12) - 1;
  return { key: `${LETTERS[note.letter]!.toLowerCase()}${sign}/${octave}`, sign };
}

/** The voicing on a pair of staves, engraved by the package for it, which is loaded where one is first shown. */
export function Staff({ chord, pitches, label }: StaffProps) {
  const palette = usePalette();
  const place = useRef<HTMLDivElement>(null);
  const keys = JSON.stringify(pitches.map((p) => ({ ...keyOf(p, chord), upper: p >= MIDDLE })));
  useEffect(() => {
    let current = true;
    const notes = JSON.parse(keys) as { key: string; sign: string; upper: boolean }[];
    void import('vexflow').then(
      ({ Accidental, Formatter, GhostNote, Renderer, Stave, StaveConnector, StaveNote, Voice }) => {
        const element = place.current;
        if (!current || !element) return;
        element.replaceChildren();
        const renderer = new Renderer(element, Renderer.Backends.SVG);
        renderer.resize(WIDTH, HEIGHT);
        const context = renderer.getContext();
        context.setFillStyle(palette.ink);
        context.setStrokeStyle(palette.ink);
        const staves = ['treble', 'bass'].map((clef, i) => {
          const stave = new Stave(14, 10 + i * 78, WIDTH - 20).addClef(clef);
          stave.setStyle({ fillStyle: palette.ink, strokeStyle: palette.quiet });
          stave.setContext(context).draw();
          return { clef, stave, own: notes.filter((n) => n.upper === (i === 0)) };
        });
        new StaveConnector(staves[0]!.stave, staves[1]!.stave).setType('brace').setContext(context).draw();
        for (const { clef, stave, own } of staves) {
          const tickable = own.length
            ? new StaveNote({ clef, keys: own.map((n) => n.key), duration: 'w' })
            : new GhostNote({ duration: 'w' });
          if (tickable instanceof StaveNote) {
            own.forEach((n, i) => n.sign && tickable.addModifier(new Accidental(n.sign), i));
            tickable.setStyle({ fillStyle: palette.ink, strokeStyle: palette.ink });
          }
          const voice = new Voice({ numBeats: 4, beatValue: 4 }).addTickables([tickable]);
          new Formatter().joinVoices([voice]).format([voice], WIDTH - 90);
          voice.draw(context, stave);
        }
        element.querySelector('svg')?.setAttribute('aria-hidden', 'true');
      },
    );
    return () => {
      current = false;
    };
  }, [keys, palette]);
  return <div ref={place} role="img" aria-label={label} style={SIZE} />;
}

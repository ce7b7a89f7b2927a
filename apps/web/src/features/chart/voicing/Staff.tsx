import { useEffect, useRef } from 'react';
import type { Chord } from '@backline/core/theory/chord';
import { keyOf, type Key } from '@backline/core/theory/key';
import { LETTERS } from '@backline/core/theory/pitch';
import { spell } from '@backline/core/theory/spelling';
import { pitchOn, stepOf } from '@backline/core/theory/staff';
import { usePalette } from '../../../theme/usePalette';

export interface StaffProps {
  readonly chord: Chord;
  readonly pitches: readonly number[];
  readonly label: string;
  readonly keyText: string;
  /** A tap on a line or space: the pitch that stands there in this chord and key. */
  readonly onPlace?: (pitch: number) => void;
}

const WIDTH = 150;
const HEIGHT = 172;
const SCALE = 1.5;
const SIZE = { width: WIDTH * SCALE, height: HEIGHT * SCALE };
/** Middle C: tones from here up stand in the upper staff. */
const MIDDLE = 60;
const SIGNS: Record<number, string> = { [-2]: 'bb', [-1]: 'b', 0: '', 1: '#', 2: '##' };

/** A pitch as the chord spells it, in VexFlow's notation: `eb/4`. */
function vexKey(pitch: number, chord: Chord, key: Key): { key: string; sign: string } {
  const note = spell(pitch, { chord, key });
  const sign = SIGNS[note.alter] ?? '';
  const octave = Math.floor(stepOf(pitch, note) / 7);
  return { key: `${LETTERS[note.letter]!.toLowerCase()}${sign}/${octave}`, sign };
}

/** Distance of neighbouring staff steps, px, before scaling. */
const STEP = 5;
/** The two staves: their clef, where their top line is, px, and which step of the staff that is (F5, A3). */
const STAVES = [
  { clef: 'treble', y: -8, topStep: 38 },
  { clef: 'bass', y: 70, topStep: 26 },
] as const;
/** VexFlow leaves four spaces above a stave. */
const ABOVE = 40;

/** The staff step at a height: on whichever stave is nearer. */
function stepAt(y: number): number {
  const stave = y < STAVES[1].y + ABOVE - 19 ? STAVES[0] : STAVES[1];
  return stave.topStep - Math.round((y - stave.y - ABOVE) / STEP);
}

/** The voicing on a pair of staves, where a tap moves the nearest tone; engraved by the package for it, which is loaded where one is first shown. */
export function Staff({ chord, pitches, label, keyText, onPlace }: StaffProps) {
  const palette = usePalette();
  const place = useRef<HTMLDivElement>(null);
  const keys = JSON.stringify(
    pitches.map((p) => ({ ...vexKey(p, chord, keyOf(keyText)), upper: p >= MIDDLE })),
  );
  useEffect(() => {
    let current = true;
    const notes = JSON.parse(keys) as { key: string; sign: string; upper: boolean }[];
    void import('vexflow/bravura').then(
      ({ Accidental, Formatter, GhostNote, Renderer, Stave, StaveConnector, StaveNote, Voice }) => {
        const element = place.current;
        if (!current || !element) return;
        element.replaceChildren();
        const renderer = new Renderer(element, Renderer.Backends.SVG);
        renderer.resize(SIZE.width, SIZE.height);
        const context = renderer.getContext();
        context.scale(SCALE, SCALE);
        context.setFillStyle(palette.ink);
        context.setStrokeStyle(palette.ink);
        const staves = STAVES.map(({ clef, y }, i) => {
          const stave = new Stave(14, y, WIDTH - 20).addClef(clef);
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
  const tap = (event: React.MouseEvent<HTMLElement>): void => {
    const y = (event.clientY - event.currentTarget.getBoundingClientRect().top) / SCALE;
    onPlace?.(pitchOn(stepAt(y), chord, keyOf(keyText)));
  };
  return (
    <div
      ref={place}
      role="img"
      aria-label={label}
      onClick={tap}
      style={{ ...SIZE, cursor: onPlace ? 'pointer' : 'default' }}
    />
  );
}

import { useEffect, useRef } from 'react';
import type { Frets } from '@backline/core/voicing/guitar/shapes';
import { usePalette } from '../../../theme/usePalette';

export interface DiagramProps {
  readonly frets: Frets;
  /** Text on each string's finger: its degree. */
  readonly texts: readonly (string | null)[];
  readonly label: string;
}

const FRETS_SHOWN = 4;
const SIZE = { width: 132, height: 156 };

/** A chord diagram, drawn by the package for it, which is loaded where one is first shown. */
export function Diagram({ frets, texts, label }: DiagramProps) {
  const palette = usePalette();
  const place = useRef<HTMLDivElement>(null);
  const pressed = frets.filter((f): f is number => f !== null && f > 0);
  const position = pressed.length && Math.max(...pressed) > FRETS_SHOWN ? Math.min(...pressed) : 1;
  const text = JSON.stringify([frets, texts]);
  useEffect(() => {
    let current = true;
    const [shape, names] = JSON.parse(text) as [Frets, (string | null)[]];
    void import('svguitar').then(({ SVGuitarChord, OPEN, SILENT }) => {
      const element = place.current;
      if (!current || !element) return;
      element.replaceChildren();
      new SVGuitarChord(element)
        .configure({
          strings: shape.length,
          frets: FRETS_SHOWN,
          position,
          color: palette.ink,
          backgroundColor: 'none',
          fingerColor: palette.action,
          fingerTextColor: palette.onAction,
          fretLabelFontSize: 42,
          fingerTextSize: 24,
        })
        .chord({
          // Strings are counted from the highest.
          fingers: shape.map((fret, s) => {
            const string = shape.length - s;
            if (fret === null) return [string, SILENT];
            return fret === 0 ? [string, OPEN] : [string, fret - position + 1, names[s] ?? ''];
          }),
          barres: [],
        })
        .draw();
      element.querySelector('svg')?.setAttribute('aria-hidden', 'true');
    });
    return () => {
      current = false;
    };
  }, [text, position, palette]);
  return <div ref={place} role="img" aria-label={label} style={SIZE} />;
}

import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import Svg, { Circle, Line } from 'react-native-svg';
import type { ChordVoicing } from '@backline/core/band/sectionVoicings';
import type { Section, Song } from '@backline/core/song/schema';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { usePalette } from '../../theme/usePalette';
import { TYPE } from '../../theme/styles';
import { useVoicings } from '../../state/voicings';
import { Words } from '../../components/Words';

export interface VoicingMovesProps {
  readonly song: Song;
  readonly section: Section;
  readonly part: string;
}

const SHOWN = 8;
const WIDTH = 320;
const HEIGHT = 76;
const MARGIN = 8;

const same = (a: ChordVoicing | undefined, b: ChordVoicing): boolean =>
  a?.pitches.join() === b.pitches.join();

/** What a setting moves: each chord's tones as they were when the settings were opened, and as they are now. */
export function VoicingMoves({ song, section, part }: VoicingMovesProps) {
  const now = useVoicings(song, section.id, part)?.now;
  return now ? <Moves now={now} name={section.name} /> : null;
}

function summary(before: readonly ChordVoicing[], now: readonly ChordVoicing[], name: string): string {
  const moved = now.filter((v, i) => !same(before[i], v));
  if (!moved.length) return `${name} as it is: what you change shows here before it is heard.`;
  const index = now.indexOf(moved[0]!);
  const [from, to] = [before[index]?.pitches[0], moved[0]!.pitches[0]];
  const fixed = now.filter((v) => v.fixed).length;
  const chord = moved[0]!.symbol === null ? null : parseChord(moved[0]!.symbol);
  const nameOf = (pitch: number): string => noteGlyphs(nameIn(pitch, { chord }));
  const lowest =
    from !== undefined && to !== undefined ? `, the first from ${nameOf(from)} to ${nameOf(to)}` : '';
  const stay = fixed ? `; ${fixed} set by hand ${fixed === 1 ? 'stays' : 'stay'}` : '';
  return `${moved.length} of ${now.length} chords of ${name} have moved${lowest}${stay}.`;
}

/** Tones as they were, quiet, and as they are, with a line where they went. */
function Moves({ now, name }: { readonly now: readonly ChordVoicing[]; readonly name: string }) {
  const palette = usePalette();
  const [before] = useState(now);
  const shown = now.slice(0, SHOWN);
  const pitches = [...shown, ...before.slice(0, SHOWN)].flatMap((v) => v.pitches);
  if (!pitches.length) return null;
  const [low, high] = [Math.min(...pitches), Math.max(...pitches)];
  const y = (pitch: number): number =>
    HEIGHT - MARGIN - ((pitch - low) / Math.max(1, high - low)) * (HEIGHT - 2 * MARGIN);
  const column = WIDTH / shown.length;
  const words = summary(before, now, name);
  return (
    <View>
      <Svg width={WIDTH} height={HEIGHT} aria-hidden>
        {shown.map((voicing, i) => {
          const x = column * (i + 0.5);
          const old = before[i]?.pitches ?? [];
          const moved = !same(before[i], voicing);
          return [
            ...(moved
              ? old.map((p, v) => {
                  const to = voicing.pitches[Math.min(v, voicing.pitches.length - 1)] ?? p;
                  return (
                    <Line
                      key={`line ${i} ${p}`}
                      x1={x - 7}
                      y1={y(p)}
                      x2={x + 7}
                      y2={y(to)}
                      stroke={palette.quiet}
                      strokeWidth={1}
                    />
                  );
                })
              : []),
            ...old.map((p) => (
              <Circle key={`before ${i} ${p}`} cx={x - 7} cy={y(p)} r={2.5} fill={palette.quiet} />
            )),
            ...voicing.pitches.map((p) => (
              <Circle
                key={`now ${i} ${p}`}
                cx={x + 7}
                cy={y(p)}
                r={3.5}
                fill={voicing.fixed ? palette.raised : palette.action}
                stroke={palette.action}
                strokeWidth={1.5}
              />
            )),
          ];
        })}
      </Svg>
      <Words role="status" tone="quiet" style={styles.words}>
        {words}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({ words: TYPE.words });

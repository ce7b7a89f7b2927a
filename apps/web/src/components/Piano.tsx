import { StyleSheet, Text, View } from 'react-native';
import { spokenNote } from '@backline/core/theory/speech';
import { spell, type SpellingContext } from '@backline/core/theory/spelling';
import { FONT, LIGHT } from '../theme/tokens';

export interface PianoProps {
  readonly label: string;
  /** Lowest and highest key, MIDI numbers; both white. */
  readonly low: number;
  readonly high: number;
  readonly down: readonly number[];
  /** The chord and key its keys are named in. */
  readonly where?: SpellingContext;
  readonly onDown: (pitch: number) => void;
  readonly onUp: (pitch: number) => void;
  readonly height?: number;
}

const BLACK = [1, 3, 6, 8, 10];
const isBlack = (pitch: number): boolean => BLACK.includes(pitch % 12);

/** A key by its note: "B flat 3". */
function spokenKey(pitch: number, where: SpellingContext): string {
  const note = spell(pitch, where);
  const name = spokenNote(note);
  return `${name}${note.alter ? ' ' : ''}${Math.floor((pitch - note.alter) / 12) - 1}`;
}

/** A keyboard's keys, white and black in either scheme: each is a button that says its note and whether it is down. */
export function Piano({ label, low, high, down, where = {}, onDown, onUp, height = 132 }: PianoProps) {
  const pitches = Array.from({ length: high - low + 1 }, (_, i) => low + i);
  const whites = pitches.filter((p) => !isBlack(p));
  const width = 100 / whites.length;
  const key = (pitch: number): React.ReactNode => {
    const black = isBlack(pitch);
    const left = width * whites.filter((w) => w < pitch).length - (black ? width * 0.34 : 0);
    const pressed = down.includes(pitch);
    const face = pressed ? LIGHT.action : black ? LIGHT.ink : LIGHT.raised;
    return (
      <button
        key={pitch}
        type="button"
        data-testid="piano key"
        aria-label={spokenKey(pitch, where)}
        aria-pressed={pressed}
        onPointerDown={(event) => {
          event.currentTarget.releasePointerCapture?.(event.pointerId);
          onDown(pitch);
        }}
        onPointerUp={() => onUp(pitch)}
        onPointerLeave={() => onUp(pitch)}
        onPointerCancel={() => onUp(pitch)}
        onKeyDown={(event) => {
          if ((event.key === 'Enter' || event.key === ' ') && !event.repeat) onDown(pitch);
        }}
        onKeyUp={(event) => {
          if (event.key === 'Enter' || event.key === ' ') onUp(pitch);
        }}
        style={{
          position: 'absolute',
          left: `${left}%`,
          width: `${black ? width * 0.68 : width}%`,
          top: 0,
          height: black ? '62%' : '100%',
          zIndex: black ? 2 : 1,
          padding: 0,
          background: face,
          border: `1px solid ${black ? LIGHT.ink : LIGHT.quiet}`,
          borderRadius: '0 0 6px 6px',
          touchAction: 'none',
          cursor: 'pointer',
        }}
      >
        {pitch % 12 === 0 ? (
          <Text
            style={[styles.name, { color: pressed ? LIGHT.onAction : LIGHT.quiet }]}
            aria-hidden
          >{`C${pitch / 12 - 1}`}</Text>
        ) : null}
      </button>
    );
  };
  return (
    <View role="group" aria-label={label} style={{ height }}>
      {pitches.map(key)}
    </View>
  );
}

const styles = StyleSheet.create({
  name: {
    position: 'absolute',
    left: 0,
    right: 0,
    bottom: 4,
    textAlign: 'center',
    fontFamily: FONT.text,
    fontSize: 11,
  },
});

import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { Chord } from '@backline/core/theory/chord';
import { degreeAt } from '@backline/core/theory/chord';
import { degreeNumber, degreeWord } from '@backline/core/theory/degree';
import {
  doubled,
  inverted,
  nudged,
  onBass,
  toggled,
  type HandEdit,
  type Range,
} from '@backline/core/voicing/hand';
import { keyOf } from '@backline/core/theory/key';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { OctaveKeys } from '../../../components/OctaveKeys';
import { Stepper } from '../../../components/Stepper';
import { usePalette } from '../../../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../../../theme/styles';
import { FONT, SIZE } from '../../../theme/tokens';
import { Words } from '../../../components/Words';

export interface TonesProps {
  readonly chord: Chord;
  readonly pitches: readonly number[];
  readonly range: Range;
  readonly keyText: string;
  /** Takes new tones over by hand, or says why they cannot be. */
  readonly onHand: (hand: HandEdit) => void;
}

const INVERSIONS = ['in root position', 'first inversion', 'second inversion', 'third inversion'];

/** What stands at the bottom, as players call it. */
function positionWords(chord: Chord, lowest: number): string {
  const degree = degreeAt(chord, lowest);
  const place = degree === null ? -1 : [1, 3, 5, 7].indexOf(degreeNumber(degree));
  return INVERSIONS[place] ?? (degree ? `${degreeWord(degree)} below` : 'another tone below');
}

/** The next tone of the chord below or above a pitch. */
function nextTone(chord: Chord, pitch: number, by: 1 | -1): number {
  let at = pitch + by;
  while (degreeAt(chord, at) === null) at += by;
  return at;
}

/** A voicing tone by tone: moved as a whole, and each tone put in, left out or doubled. */
export function Tones({ chord, pitches, range, keyText, onHand }: TonesProps) {
  const where = { chord, key: keyOf(keyText) };
  const nameOf = (pitch: number): string => noteGlyphs(nameIn(pitch, where));
  const palette = usePalette();
  const lowest = pitches[0]!;
  const [low, setLow] = useState(Math.max(24, Math.min(84, Math.floor(lowest / 12) * 12)));
  return (
    <>
      <OctaveKeys
        label="Tones of the voicing"
        low={low}
        onLow={setLow}
        down={pitches}
        where={where}
        onDown={(pitch) => onHand(toggled(pitches, pitch, range))}
      />
      <Stepper
        label="Inversion"
        text={positionWords(chord, lowest)}
        less="Inversion down"
        more="Inversion up"
        onLess={() => onHand(inverted(pitches, 'down', range))}
        onMore={() => onHand(inverted(pitches, 'up', range))}
      />
      <Stepper
        label="All of it"
        text={`${nameOf(lowest)} to ${nameOf(pitches[pitches.length - 1]!)}`}
        less="An octave down"
        more="An octave up"
        onLess={() => onHand(nudged(pitches, -1, range))}
        onMore={() => onHand(nudged(pitches, 1, range))}
      />
      <Stepper
        label="Lowest tone"
        text={nameOf(lowest)}
        less="Lowest tone down"
        more="Lowest tone up"
        onLess={() => onHand(onBass(pitches, nextTone(chord, lowest, -1), range))}
        onMore={() => onHand(onBass(pitches, nextTone(chord, lowest, 1), range))}
      />
      <View role="list" aria-label="Tones">
        {[...pitches].reverse().map((pitch) => {
          const degree = degreeAt(chord, pitch);
          const note = nameOf(pitch);
          const name = degree ? degreeWord(degree) : 'not in the chord';
          return (
            <View key={pitch} role="listitem" style={[styles.tone, { borderColor: palette.line }]}>
              <Words style={styles.note}>{note}</Words>
              <Words tone="quiet" style={styles.name}>
                {name}
              </Words>
              <IconButton
                icon="plus-box-multiple-outline"
                size={20}
                accessibilityLabel={`Double ${note}`}
                onPress={() => onHand(doubled(pitches, pitch, range))}
                style={styles.touch}
              />
              <IconButton
                icon="minus-circle-outline"
                size={20}
                accessibilityLabel={`Leave out ${note}`}
                onPress={() => onHand(toggled(pitches, pitch, range))}
                style={styles.touch}
              />
            </View>
          );
        })}
      </View>
    </>
  );
}

const styles = StyleSheet.create({
  tone: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1 },
  note: { width: 52, fontFamily: FONT.strong, fontSize: SIZE.body },
  name: { flex: 1, ...TYPE.words },
  touch: TOUCH_SQUARE,
});

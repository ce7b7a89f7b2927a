import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import {
  setKey,
  setMetre,
  type KeyChangeMode,
  type MetreChangeMode,
  type KeyAndMetreScope,
} from '@backline/core/edits/keyAndMetre';
import type { Section, Song } from '@backline/core/song/schema';
import { keyInWords } from '@backline/core/theory/speech';
import { METRE_NAMES } from '@backline/core/time/metre';
import { sectionBars } from '@backline/core/time/bars';
import { metreInWords } from '@backline/core/words/metre';
import { Button } from '../../../components/Button';
import { Choices } from '../../../components/Choices';
import { Notice } from '../../../components/Notice';
import { Picker } from '../../../components/Picker';
import { Sheet } from '../../../components/Sheet';
import { change } from '../../../state/openSong';
import { TYPE } from '../../../theme/styles';
import { select } from '../../../state/selection';
import { BarLength, BarTempo } from './BarTime';
import { Words } from '../../../components/Words';

/** The usual keys, round the circle of fifths from C both ways (common practice: up to six signs). */
const TONICS = ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F'];
const MINORS = ['A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'Eb', 'Bb', 'F', 'C', 'G', 'D'];
const KEYS = [...TONICS, ...MINORS.map((t) => `${t}m`)];

export interface KeySheetProps {
  readonly song: Song;
  readonly section: Section | null;
  readonly bar: number;
  readonly beside: boolean;
}

/** Key, metre and tempo: of the song, of a section, or from a bar on; and what becomes of the chords. */
export function KeySheet({ song, section, bar, beside }: KeySheetProps) {
  const [manner, setManner] = useState<KeyChangeMode>('move');
  const [keep, setKeep] = useState<MetreChangeMode>('bars');
  /** A metre that was chosen and is not taken yet: what it does is told first. Empty for the one before. */
  const [metreAsked, setMetreAsked] = useState<string | null>(null);
  const place: KeyAndMetreScope = section ? { section: section.id, bar } : {};
  const own = section?.changes.find((c) => c.bar === bar);
  const holds = section ? sectionBars(section, song)[bar]! : song;
  const before = section && bar > 0 ? sectionBars(section, song)[bar - 1]! : song;
  const scope = !section ? 'The song' : bar === 0 ? section.name : `${section.name} from bar ${bar + 1}`;
  const asBefore = section ? (bar === 0 ? 'as the song' : 'as the bar before') : null;
  const keyChoices = KEYS.includes(holds.key) ? KEYS : [holds.key, ...KEYS];
  const metres = METRE_NAMES.includes(holds.metre) ? METRE_NAMES : [holds.metre, ...METRE_NAMES];
  return (
    <Sheet
      title={`${section ? 'Key, metre, tempo' : 'Key and metre'}: ${scope}`}
      onClose={() => select(null)}
      beside={beside}
    >
      <Picker
        label="Key"
        value={section && own?.key === undefined ? '' : holds.key}
        choices={[
          ...(asBefore ? [{ value: '', label: `${asBefore} (${keyInWords(before.key)})` }] : []),
          ...keyChoices.map((value) => ({ value, label: keyInWords(value) })),
        ]}
        onChoose={(value) => change(setKey(place, value || null, manner))}
      />
      <Choices
        label="When the key changes, the chords"
        value={manner}
        choices={[
          { value: 'move', label: 'move with it' },
          { value: 'keep', label: 'keep their sound' },
        ]}
        onChoose={setManner}
      />
      <Picker
        label="Metre"
        value={metreAsked ?? (section && own?.metre === undefined ? '' : holds.metre)}
        choices={[
          ...(asBefore ? [{ value: '', label: `${asBefore} (${before.metre})` }] : []),
          ...metres.map((value) => ({ value, label: value })),
        ]}
        onChoose={(value) => setMetreAsked(value)}
      />
      {metreAsked === null || (metreAsked || before.metre) === holds.metre ? null : (
        <Notice text={metreInWords(holds.metre, metreAsked || before.metre, keep)}>
          <Button
            mode="contained"
            onPress={() => {
              change(setMetre(place, metreAsked || null, keep));
              setMetreAsked(null);
            }}
          >
            Change the metre
          </Button>
          <Button mode="outlined" onPress={() => setMetreAsked(null)}>
            Cancel
          </Button>
        </Notice>
      )}
      <Choices
        label="When the metre changes, keep"
        value={keep}
        choices={[
          { value: 'bars', label: 'each chord in its bar' },
          { value: 'beats', label: 'every length in beats' },
        ]}
        onChoose={setKeep}
      />
      {section ? (
        <>
          <BarTempo song={song} section={section} bar={bar} />
          <BarLength song={song} section={section} bar={bar} />
        </>
      ) : null}
      <View>
        <Words tone="quiet" style={styles.hint}>
          Choose first what the chords do, then the key or metre. Sections and bars with a key of their own
          stay in it.
        </Words>
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({ hint: TYPE.tiny });

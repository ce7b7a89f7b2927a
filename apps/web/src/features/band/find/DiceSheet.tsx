import type { Scope } from '@backline/core/timeline/scopes';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Button } from '../../../components/Button';
import { setPatterns } from '@backline/core/edits/settings';
import { randomChoiceFor, type RandomChoice } from '@backline/core/ranking/randomChoice';
import type { Song } from '@backline/core/song/schema';
import { Sheet } from '../../../components/Sheet';
import { Toggle } from '../../../components/Toggle';
import { change } from '../../../state/openSong';
import { playsIn, repertoire } from '../../../state/repertoire';
import { clearTried, tryOut } from '../../../state/trying';
import { comeBack } from '../../../state/rounds';
import { hear } from './hear';
import { Words } from '../../../components/Words';

export interface DiceSheetProps {
  readonly song: Song;
  /** The section it is for, or null for the whole song. */
  readonly scope: Scope;
  readonly onClose: () => void;
}

/** The dice for any number of parts: other patterns that fit, heard before they are kept. */
export function DiceSheet({ song, scope, onClose }: DiceSheetProps) {
  const [without, setWithout] = useState<readonly string[]>([]);
  const [count, setCount] = useState(0);
  const [thrown, setThrown] = useState<readonly RandomChoice[]>([]);
  useEffect(
    () => () => {
      clearTried();
      comeBack();
    },
    [],
  );
  const parts = song.parts.filter((part) => !part.frozen && playsIn(song, part, scope).on);
  const chosen = parts.filter(({ id }) => !without.includes(id)).map(({ id }) => id);
  const give = (): void => {
    clearTried();
    comeBack();
    setThrown([]);
  };
  const roll = (): void => {
    const found = randomChoiceFor(song, repertoire(), chosen, scope, song.seed * 1000 + count);
    setCount(count + 1);
    setThrown(found);
    if (!found.length) return clearTried();
    tryOut(`dice ${count}`, setPatterns(found, scope), null);
    hear(scope, null);
  };
  return (
    <Sheet title="Throw the dice" onClose={onClose}>
      <Words size="words" tone="quiet">
        Other patterns that fit this song, for the parts chosen here; nothing is changed until you keep them.
      </Words>
      <View role="group" aria-label="Parts the dice are thrown for" style={styles.row}>
        {parts.map(({ id, name }) => (
          <Toggle
            key={id}
            label={name}
            on={!without.includes(id)}
            onPress={() =>
              setWithout(without.includes(id) ? without.filter((one) => one !== id) : [...without, id])
            }
          />
        ))}
      </View>
      <View style={styles.row}>
        <Button
          mode={thrown.length ? 'outlined' : 'contained'}
          icon="dice-multiple-outline"
          disabled={!chosen.length}
          onPress={roll}
        >
          {count ? 'Throw again' : 'Throw'}
        </Button>
        {thrown.length ? (
          <>
            <Button
              mode="contained"
              icon="check"
              onPress={() => {
                change(setPatterns(thrown, scope));
                give();
              }}
            >
              Keep it
            </Button>
            <Button mode="outlined" onPress={give}>
              Let it go
            </Button>
          </>
        ) : null}
      </View>
      <Words role="status" size="words">
        {thrown.map(({ part, name }) => `${part.name}: ${name}`).join('; ')}
      </Words>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
});

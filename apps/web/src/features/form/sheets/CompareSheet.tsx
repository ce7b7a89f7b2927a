import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { PageBand } from '../../../shared/sentBand';
import type { Song } from '@backline/core/song/schema';
import type { Side } from '@backline/core/words/compare';
import { Button } from '../../../components/Button';
import { Picker } from '../../../components/Picker';
import { Sheet } from '../../../components/Sheet';
import { PartBadge } from '../../../components/PartBadge';
import { player, usePlayer } from '../../../audio/player';
import { repertoire, repertoireTools } from '../../../state/repertoire';
import { usePalette } from '../../../theme/usePalette';
import { openOver } from '../formState';
import { occurrenceInWords, type FormOccurrence } from '../occurrences';
import { WeaveCell } from '../../part/WeaveCell';
import { Words } from '../../../components/Words';

interface CompareProps {
  readonly song: Song;
  readonly band: PageBand;
  readonly playings: readonly FormOccurrence[];
  readonly playing: FormOccurrence;
  readonly width: number;
}

/** How often it is looked whether the first has been played, milliseconds. */
const LOOK = 20;

/** Plays one stretch, then the other, then stops. */
function useOneAfterTheOther(): (sides: readonly [Side, Side]) => void {
  const timer = useRef<ReturnType<typeof setInterval> | null>(null);
  const give = (): void => {
    if (timer.current) clearInterval(timer.current);
    timer.current = null;
  };
  useEffect(() => give, []);
  return ([a, b]) => {
    give();
    player.setLoop(null);
    let second = false;
    // Call it from a tap: browsers let sound start only then.
    void player.play(a.from).catch(() => undefined);
    timer.current = setInterval(() => {
      const { playing, sound } = usePlayer.getState();
      if (!playing && sound !== 'loading') return give();
      const tick = player.tick();
      if (!second && tick >= a.until) {
        second = true;
        // Right behind it the song goes on by itself.
        if (b.from !== a.until) player.seek(b.from);
      } else if (second && tick >= b.until) {
        player.stop();
        give();
      }
    }, LOOK);
  };
}

/** Two playings side by side: chords, parts, strength, in words and pictures; and heard one after the other. */
export function CompareSheet({ song, band, playings, playing, width }: CompareProps) {
  const palette = usePalette();
  const others = playings.filter((p) => p.id !== playing.id);
  const again = others.find((p) => p.sectionId === playing.sectionId);
  const [chosen, setChosen] = useState((again ?? others[0])?.id ?? '');
  const other = others.find((p) => p.id === chosen) ?? others[0];
  const hear = useOneAfterTheOther();
  const found = other ? repertoireTools().compare(song, band, playing, other, repertoire()) : null;
  const half = (width - 32 - 8 - 34) / 2;
  return (
    <Sheet tall title={`Compare ${occurrenceInWords(playing)}`} onClose={() => openOver(null)}>
      {other ? (
        <Picker
          label="With"
          value={other.id}
          choices={others.map((p) => ({ value: p.id, label: occurrenceInWords(p) }))}
          onChoose={setChosen}
        />
      ) : (
        <Words size="words" tone="quiet">
          Nothing else is played yet. Add a section, or repeat this one.
        </Words>
      )}
      {found ? (
        <>
          <Button mode="outlined" icon="play" style={styles.act} onPress={() => hear(found.sides)}>
            Hear one after the other
          </Button>
          <View style={styles.says}>
            {found.says.map((sentence) => (
              <Words key={sentence} size="words">
                {sentence}
              </Words>
            ))}
          </View>
          <View style={styles.row} aria-hidden>
            <View style={styles.badge} />
            {found.sides.map((side) => (
              <View key={side.from} style={{ width: half }}>
                <Words numberOfLines={1} size="strong">
                  {side.name}
                </Words>
                <Words numberOfLines={2} size="tiny" tone="quiet">
                  {side.chords.map((c) => c ?? 'N.C.').join('  ')}
                </Words>
              </View>
            ))}
          </View>
          {band.parts.map((part) => (
            <View key={part.id} style={styles.row} aria-hidden>
              <View style={styles.badge}>
                <PartBadge kind={part.kind} />
              </View>
              {found.sides.map((side) => (
                <View
                  key={side.from}
                  style={[styles.weave, { borderColor: palette.line, backgroundColor: palette.paper }]}
                >
                  <WeaveCell part={part} from={side.from} to={side.until} width={half} height={40} label="" />
                </View>
              ))}
            </View>
          ))}
        </>
      ) : null}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  act: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
  says: { gap: 2 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 4 },
  badge: { width: 34 },
  weave: { borderWidth: 1, borderRadius: 6, overflow: 'hidden' },
});

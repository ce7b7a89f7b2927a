import { useEffect, useMemo, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import type { BandBar, BandChord } from '@backline/core/band/index';
import { deleteTakesPutAway, putTakeAway } from '@backline/core/edits/takes';
import type { Part, Song } from '@backline/core/song/schema';
import type { Take } from '@backline/core/song/takeSchema';
import { listedTakes, takeName } from '@backline/core/takes/listed';
import { placesOf, reachesInto, takeThrough } from '@backline/core/takes/places';
import { Button } from '../../components/Button';
import { Fold } from '../../components/Fold';
import { Words } from '../../components/Words';
import { useEscape } from '../../components/useEscape';
import { useReturnFocus } from '../../components/useReturnFocus';
import { useBand } from '../../state/band';
import { change } from '../../state/openSong';
import { repertoire, usePlayed } from '../../state/repertoire';
import { comeBack } from '../../state/rounds';
import { usePalette } from '../../theme/usePalette';
import { useViewport } from '../../theme/useViewport';
import { PageHead } from '../part/PageHead';
import { PartHearing } from '../part/PartHearing';
import { barAtHand } from '../part/barAtHand';
import { AskedOf } from './AskedOf';
import { CompStrip } from './CompStrip';
import { fittingRange, stretchOf } from './range';
import { RangeLine } from './RangeLine';
import { RangeSettings } from './RangeSettings';
import { accept, openTakes, playAgain, setRange, star, step, useTakes } from './session';
import { TakeList } from './TakeList';
import { SecondLineSettings } from './SecondLineSettings';
import { TakeSheet } from './TakeSheet';
import { ThumbBar } from './ThumbBar';
import { TradeSettings } from './TradeSettings';
import { useOwnLine } from './useOwnLine';

export interface TakesPageProps {
  readonly song: Song;
  readonly part: Part;
  readonly onTurn: (part: string) => void;
  readonly onClose: () => void;
}

const NO_BARS: readonly BandBar[] = [];
const NO_CHORDS: readonly BandChord[] = [];

/** Which player a take was asked of, in words. */
function usePlayedBy(): (take: Take) => string {
  const all = usePlayed((s) => s.all) ?? repertoire();
  return ({ player: id, played }) =>
    played ? 'As it was heard' : (all.players.find((one) => one.id === id)?.name ?? 'As the part was set');
}

/** The page of a part's takes: from which take each bar comes, the range in hand, the takes made for it, and playing it again. */
export function TakesPage({ song, part, onTurn, onClose }: TakesPageProps) {
  const palette = usePalette();
  useReturnFocus();
  useEscape(onClose, 'within');
  const band = useBand((s) => s.band);
  const bars = band?.bars ?? NO_BARS;
  const { range: wanted, part: opened, making } = useTakes();
  const [open, setOpen] = useState<readonly string[]>([]);
  const [more, setMore] = useState<string | null>(null);
  const hasBars = bars.length > 0;
  useEffect(() => {
    if (band && hasBars) openTakes(part.id, barAtHand(band, part.id));
    // Once there are bars: where the song stands then is what is taken in hand.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [part.id, hasBars]);
  useEffect(() => comeBack, []);
  const range = fittingRange(wanted, bars);
  const stretch = useMemo(() => stretchOf(wanted, bars), [wanted, bars]);
  const places = useMemo(() => (stretch ? placesOf(song, bars, stretch) : []), [song, bars, stretch]);
  const own = useOwnLine(part.id, stretch, places);
  const turn = (name: string): void =>
    setOpen(open.includes(name) ? open.filter((one) => one !== name) : [...open, name]);
  const shown = listedTakes(part).filter((take) => reachesInto(take, places));
  const away = (part.takes ?? []).filter(({ putAway }) => putAway);
  const through = takeThrough(part, places);
  const inHand = part.takes?.find(({ id }) => id === through);
  const sheet = part.takes?.find(({ id, putAway }) => id === more && !putAway);
  const by = usePlayedBy();
  // On a phone that lies on its side all but the thumb's buttons scrolls.
  const { low: isLow } = useViewport();
  const isReady = stretch !== null && opened === part.id;
  const top = (
    <View style={styles.top}>
      <CompStrip
        {...{ song, part, bars }}
        from={range.from}
        to={range.from + range.bars}
        onTake={(bar) => setRange({ from: bar, late: 0, early: 0 })}
      />
      <RangeLine {...{ range, bars }} isOpen={open.includes('range')} onMore={() => turn('range')} />
      {open.includes('range') ? <RangeSettings {...{ range, bars }} /> : null}
    </View>
  );
  return (
    <View
      role="region"
      testID="takes page"
      aria-label={`Takes of ${part.name}`}
      style={[styles.page, { backgroundColor: palette.paper }]}
    >
      <PageHead
        {...{ part, onTurn, onClose }}
        parts={song.parts}
        spoken={`Takes of ${part.name}`}
        under="takes"
        back="Back from the takes"
      >
        <PartHearing part={part} />
      </PageHead>
      {isLow ? null : <View style={styles.above}>{top}</View>}
      <ScrollView contentContainerStyle={styles.content}>
        {isLow ? top : null}
        {isReady ? (
          <TakeList
            {...{ part, stretch, places, own, bars, by }}
            chords={band?.chords ?? NO_CHORDS}
            takes={shown}
            onOpen={setMore}
          />
        ) : null}
        {!shown.length ? (
          <Words size="words" tone="quiet">
            Play again makes another take of these bars. Every take is kept.
          </Words>
        ) : null}
        <Fold title="How new takes are played" open={open.includes('asked')} onTurn={() => turn('asked')}>
          <AskedOf {...{ song, part }} />
        </Fold>
        <Fold title="Trade bars with another part" open={open.includes('trade')} onTurn={() => turn('trade')}>
          <TradeSettings key={part.id} {...{ song, part }} />
        </Fold>
        <Fold title="A second line" open={open.includes('second')} onTurn={() => turn('second')}>
          <SecondLineSettings key={part.id} {...{ song, part }} />
        </Fold>
        {away.length ? (
          <Fold
            title="Put away"
            facts={String(away.length)}
            open={open.includes('away')}
            onTurn={() => turn('away')}
          >
            <View style={styles.row}>
              {away.map(({ id }) => (
                <Button
                  key={id}
                  mode="outlined"
                  icon="tray-arrow-up"
                  onPress={() => change(putTakeAway(part.id, id, false))}
                >
                  {`Bring back ${takeName(part, id)}`}
                </Button>
              ))}
              <Button mode="text" icon="delete-outline" onPress={() => change(deleteTakesPutAway(part.id))}>
                Delete them
              </Button>
            </View>
          </Fold>
        ) : null}
      </ScrollView>
      <ThumbBar
        acts={[
          { label: 'Previous', icon: 'chevron-left', spoken: 'Previous take', onPress: () => step(-1) },
          {
            label: 'Play again',
            icon: 'refresh',
            spoken: making ? 'Play again: a take is being made' : 'Play again',
            onPress: () => void playAgain(),
            disabled: !isReady,
            main: true,
          },
          { label: 'Next', icon: 'chevron-right', spoken: 'Next take', onPress: () => step(1) },
          {
            label: 'Star',
            icon: inHand?.starred ? 'star' : 'star-outline',
            spoken: inHand ? `Star ${takeName(part, inHand.id)}` : 'Star: no take is in hand',
            onPress: star,
            disabled: !inHand,
            pressed: inHand?.starred ?? false,
          },
          { label: 'Accept', icon: 'check', spoken: 'Accept and go on to the next bars', onPress: accept },
        ]}
      />
      {sheet ? (
        <TakeSheet key={sheet.id} {...{ part }} take={sheet} by={by(sheet)} onClose={() => setMore(null)} />
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, minHeight: 0 },
  top: { paddingTop: 6 },
  above: { paddingHorizontal: 12 },
  content: { paddingHorizontal: 12, paddingBottom: 16, gap: 8 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
});

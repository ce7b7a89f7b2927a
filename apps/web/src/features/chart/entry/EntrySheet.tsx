import type { Song } from '@backline/core/song/schema';
import { useEffect } from 'react';
import { later } from '../../../components/later';
import { Sheet } from '../../../components/Sheet';
import { Tabs, type Tab } from '../../../components/Tabs';
import { chooseWay, select, useSelection, type Way } from '../../../state/selection';
import { PlaceStrip } from './PlaceStrip';
import { TypeWay } from './TypeWay';
import { placeIn, type Place } from './entry';
import { stopHearing } from '../../../state/hearing';
import { Words } from '../../../components/Words';

const VoicingWay = later(() => import('../voicing/VoicingWay').then((m) => m.VoicingWay));
const ChooseWay = later(() => import('./ChooseWay').then((m) => m.ChooseWay));
const PadsWay = later(() => import('./PadsWay').then((m) => m.PadsWay));
const PlayWay = later(() => import('./PlayWay').then((m) => m.PlayWay));
const IdeasWay = later(() => import('./IdeasWay').then((m) => m.IdeasWay));
const TimeWay = later(() => import('./TimeWay').then((m) => m.TimeWay));
const LibraryWay = later(() => import('./LibraryWay').then((m) => m.LibraryWay));

const TABS: readonly Tab<Way>[] = [
  { value: 'type', label: 'Type', icon: 'form-textbox' },
  { value: 'choose', label: 'Choose', icon: 'gesture-tap' },
  { value: 'pads', label: 'Pads', icon: 'view-grid-outline' },
  { value: 'play', label: 'Play', icon: 'piano' },
  { value: 'ideas', label: 'Ideas', icon: 'lightbulb-on-outline' },
  { value: 'library', label: 'Library', icon: 'bookshelf' },
  { value: 'voicing', label: 'Voicing', icon: 'format-line-spacing' },
  { value: 'time', label: 'Time', icon: 'arrow-split-vertical' },
];

const WAY: Record<Way, React.ComponentType<{ place: Place }>> = {
  type: TypeWay,
  choose: ChooseWay,
  pads: PadsWay,
  play: PlayWay,
  ideas: IdeasWay,
  library: LibraryWay,
  voicing: VoicingWay,
  time: TimeWay,
};

/** Ways that are about a chord that is there. */
const OF_CHORDS: readonly Way[] = ['voicing', 'time'];

/** The row in hand stays in sight above the sheet, px. */
const ROW_IN_HAND = 112;

const putDown = (): void => select(null);

export interface EntrySheetProps {
  readonly song: Song;
  readonly section: string;
  readonly bar: number;
  readonly offset: number;
  readonly beside: boolean;
}

/** A bar in hand: where entry stands, and the ways chords come in. The chart stays in sight. */
export function EntrySheet({ song, section, bar, offset, beside }: EntrySheetProps) {
  const way = useSelection((s) => s.way);
  const place = placeIn(song, section, bar, offset);
  useEffect(() => stopHearing, []);
  if (!place) return null;
  const Content = WAY[way];
  // Each bar begins with a field of its own; the other ways go on as they are.
  const key = way === 'type' ? `${section}/${bar}` : way;
  return (
    <Sheet
      title={`${place.section.name}, bar ${bar + 1}`}
      head={<PlaceStrip place={place} />}
      top={<Tabs label="Ways to enter chords" value={way} tabs={TABS} onChoose={chooseWay} />}
      onClose={putDown}
      beside={beside}
      leaves={ROW_IN_HAND}
    >
      {place.isNew && OF_CHORDS.includes(way) ? (
        <Words size="body" tone="quiet">
          Nothing stands in this bar yet. Write a chord, and the bar is there.
        </Words>
      ) : (
        <Content key={key} place={place} />
      )}
    </Sheet>
  );
}

import { later } from '../../components/later';
import { EntrySheet } from './entry/EntrySheet';
import { useOpenSong } from '../../state/openSong';
import { useSelection } from '../../state/selection';

const DraftsSheet = later(() => import('./section/DraftsSheet').then((m) => m.DraftsSheet));
const GuideSheet = later(() => import('./section/GuideSheet').then((m) => m.GuideSheet));
const KeySheet = later(() => import('./section/KeySheet').then((m) => m.KeySheet));
const SectionSheet = later(() => import('./section/SectionSheet').then((m) => m.SectionSheet));
const TextSheet = later(() => import('./text/TextSheet').then((m) => m.TextSheet));
const RunSheet = later(() => import('./barRange/BarRangeSheet').then((m) => m.BarRangeSheet));

/** What is selected on the chart: at the thumb, or beside the chart on a wide screen. */
export function ChartSheet({ beside }: { beside: boolean }) {
  const song = useOpenSong((s) => s.song);
  const selection = useSelection((s) => s.selection);
  if (!selection || !song) return null;
  const sectionOf = (id: string) => song.sections.find((s) => s.id === id);
  switch (selection.kind) {
    case 'text':
      return <TextSheet song={song} begin={selection.text} beside={beside} />;
    case 'guide':
      return <GuideSheet song={song} beside={beside} />;
    case 'key':
      return <KeySheet song={song} section={null} bar={0} beside={beside} />;
    case 'run':
      return <RunSheet song={song} anchor={selection.anchor} head={selection.head} beside={beside} />;
    case 'bar': {
      const { section, bar, offset } = selection;
      return <EntrySheet song={song} section={section} bar={bar} offset={offset} beside={beside} />;
    }
    default: {
      const section = sectionOf(selection.section);
      if (!section) return null;
      if (selection.kind === 'drafts') return <DraftsSheet song={song} section={section} beside={beside} />;
      if (selection.kind === 'section') {
        return <SectionSheet key={section.id} song={song} section={section} beside={beside} />;
      }
      return selection.bar < section.bars ? (
        <KeySheet song={song} section={section} bar={selection.bar} beside={beside} />
      ) : null;
    }
  }
}

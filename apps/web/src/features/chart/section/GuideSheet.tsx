import { setGuide } from '@backline/core/edits/song';
import { GM_PROGRAMS } from '@backline/core/song/generalMidi';
import { USUAL_GUIDE } from '@backline/core/song/create';
import type { Song } from '@backline/core/song/schema';
import { Picker } from '../../../components/Picker';
import { Range } from '../../../components/Range';
import { SwitchLine } from '../../../components/SwitchLine';
import { Sheet } from '../../../components/Sheet';
import { change } from '../../../state/openSong';
import { prefer, usePreferences } from '../../../state/preferences';
import { hearChord } from '../../../state/hearing';
import { select } from '../../../state/selection';

/** Programs that make a good guide: they hold, and stay out of the way. */
const INSTRUMENTS = [0, 4, 16, 19, 24, 25, 48, 52, 89];

/** Slash basses shown or hidden; and the guide sound: whether chords are heard on entry and under playback, by what and how loud. */
export function GuideSheet({ song, beside }: { song: Song; beside: boolean }) {
  const guide = song.guide ?? USUAL_GUIDE;
  const basses = usePreferences((s) => s.basses);
  const toggle = (label: string, name: 'onEntry' | 'playback') => (
    <SwitchLine label={label} on={guide[name]} onTurn={(on) => void change(setGuide({ [name]: on }))} />
  );
  return (
    <Sheet title="Shown and heard" onClose={() => select(null)} beside={beside}>
      <SwitchLine label="Slash basses in the symbols" on={basses} onTurn={(on) => prefer({ basses: on })} />
      {toggle('Chords sound as they are entered', 'onEntry')}
      {toggle('Chords sound under playback', 'playback')}
      <Picker
        label="Guide instrument"
        value={String(guide.instrument)}
        choices={INSTRUMENTS.map((value) => ({ value: String(value), label: GM_PROGRAMS[value]! }))}
        onChoose={(value) => {
          change(setGuide({ instrument: Number(value) }));
          hearChord(song.key.replace(/m$/, '') + (song.key.endsWith('m') ? 'm' : ''));
        }}
      />
      <Range
        label="Guide level"
        value={guide.level}
        low={0}
        high={127}
        text={`${Math.round((guide.level / 127) * 100)} %`}
        onChange={(level) => change(setGuide({ level }))}
      />
    </Sheet>
  );
}

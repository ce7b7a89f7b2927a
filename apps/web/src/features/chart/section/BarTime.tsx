import { setBarLength, setTempoAt } from '@backline/core/edits/keyAndMetre';
import { LIMITS } from '@backline/core/song/limits';
import { FASTEST, SLOWEST } from '@backline/core/song/fields';
import type { Section, Song } from '@backline/core/song/schema';
import { inBeats, metreOf } from '@backline/core/time/metre';
import { sectionBars } from '@backline/core/time/bars';
import { Picker } from '../../../components/Picker';
import { Stepper } from '../../../components/Stepper';
import { songTempoText } from '../../../components/tempoText';
import { change } from '../../../state/openSong';

interface BarProps {
  readonly song: Song;
  readonly section: Section;
  readonly bar: number;
}

/** How many beats a minute a tap makes it slower or faster. */
const STEP = 2;

/** The tempo from a bar on: its own or what held before, at once or over some bars. */
export function BarTempo({ song, section, bar }: BarProps) {
  const there = sectionBars(section, song)[bar]!;
  const own = section.changes.find((c) => c.bar === bar);
  const place = { section: section.id, bar };
  const beats = Math.round(own?.tempo ?? inBeats(there.tempo, metreOf(there.metre)));
  const over = own?.over ?? 0;
  const text = songTempoText({ metre: there.metre, tempo: own?.tempo ?? beats });
  const put = (tempo: number | null, bars = over): void =>
    void change(setTempoAt(place, tempo, bars || null));
  const room = Math.min(LIMITS.rampBars, section.bars - bar);
  return (
    <>
      <Stepper
        label={
          own?.tempo === undefined ? `Tempo, as ${bar === 0 ? 'the song' : 'before'}` : 'Tempo from here'
        }
        text={text}
        less="Slower from here"
        more="Faster from here"
        onLess={beats - STEP >= SLOWEST ? () => put(beats - STEP) : undefined}
        onMore={beats + STEP <= FASTEST ? () => put(beats + STEP) : undefined}
      />
      {own?.tempo === undefined ? null : (
        <Picker
          label="The tempo is reached"
          value={String(over)}
          choices={[
            { value: '0', label: 'at once' },
            ...Array.from({ length: Math.min(16, room) }, (_, i) => ({
              value: String(i + 1),
              label: i === 0 ? 'over 1 bar' : `over ${i + 1} bars`,
            })),
            { value: 'none', label: 'not at all: as before' },
          ]}
          onChoose={(value) => (value === 'none' ? put(null) : put(beats, Number(value)))}
        />
      )}
    </>
  );
}

/** The length of one bar: whole, or cut to its first beats; a section's first bar is then a pick-up. */
export function BarLength({ song, section, bar }: BarProps) {
  const there = sectionBars(section, song)[bar]!;
  const metre = metreOf(there.metre);
  const beats = metre.groups.flat();
  // A pick-up holds the last beats of a bar, any other short bar the first ones.
  const inOrder = bar === 0 ? [...beats].reverse() : beats;
  const lengths = inOrder.slice(0, -1).map((_, i) => inOrder.slice(0, i + 1).reduce((sum, b) => sum + b, 0));
  const offered =
    there.length === metre.length || lengths.includes(there.length) ? lengths : [...lengths, there.length];
  const words = (length: number): string => {
    const count = lengths.indexOf(length) + 1;
    const size = count === 0 ? 'shorter' : count === 1 ? '1 beat' : `${count} beats`;
    return bar === 0 ? `pick-up of ${size}` : size;
  };
  if (!offered.length) return null;
  return (
    <Picker
      label={bar === 0 ? 'The first bar' : 'This bar'}
      value={there.length === metre.length ? '' : String(there.length)}
      choices={[
        { value: '', label: 'a whole bar' },
        ...offered.map((length) => ({ value: String(length), label: words(length) })),
      ]}
      onChoose={(value) => change(setBarLength(section.id, bar, value ? Number(value) : null))}
    />
  );
}

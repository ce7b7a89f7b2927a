import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { addSecondEnding, setEndings } from '@backline/core/edits/closing';
import { splitSection } from '@backline/core/edits/cutting';
import { joinSections } from '@backline/core/edits/joining';
import { setSectionType } from '@backline/core/edits/sectionType';
import { setCells, setSettings, varyCells } from '@backline/core/edits/settings';
import { settingsInScope } from '@backline/core/timeline/scopes';
import { setTogether } from '@backline/core/edits/together';
import { SECTION_TYPES } from '@backline/core/song/choices';
import type { Section, Song } from '@backline/core/song/schema';
import { Button } from '../../../components/Button';
import { act } from '../../../components/act';
import { Choices } from '../../../components/Choices';
import { Fold } from '../../../components/Fold';
import { Picker } from '../../../components/Picker';
import { Sheet } from '../../../components/Sheet';
import { Stepper } from '../../../components/Stepper';
import { useBand } from '../../../state/band';
import { change } from '../../../state/openSong';
import { partKind, repertoireTools, songStyle } from '../../../state/repertoire';
import { SectionActions, SectionName } from '../../section/SectionBasics';
import { PUSHES } from '@backline/core/song/settings/playing';
import { SettingControl } from '../../part/SettingControl';
import { openOver } from '../formState';
import { scopeAt, type FormOccurrence, type ScopeLevel } from '../occurrences';
import { Words } from '../../../components/Words';

interface SectionSheetProps {
  readonly song: Song;
  readonly section: Section;
  readonly playing: FormOccurrence;
  readonly level: ScopeLevel;
}

const NO_TYPE = 'none';
const bars = (count: number): string => (count === 1 ? '1 bar' : `${count} bars`);

/** First and second endings: added as a copy of the last bars, lengthened and shortened, taken away. */
function Endings({ song, section }: { song: Song; section: Section }) {
  const [length, setLength] = useState(1);
  const { endings } = section;
  const repeats = song.form.filter((e) => e.section === section.id).map((e) => e.repeats);
  const body = endings ? section.bars - endings.reduce((sum, n) => sum + n, 0) : section.bars;
  if (!endings) {
    return (
      <>
        <Stepper
          label="Bars of the ending"
          text={bars(length)}
          less="A bar less"
          more="A bar more"
          onLess={length > 1 ? () => setLength(length - 1) : undefined}
          onMore={length < section.bars - 1 ? () => setLength(length + 1) : undefined}
          number={{ value: length, least: 1, most: section.bars - 1, onSet: setLength }}
        />
        <Button
          mode="outlined"
          icon="source-branch"
          disabled={section.bars < 2}
          style={styles.act}
          onPress={() => change(addSecondEnding(section.id, Math.min(length, section.bars - 1)))}
        >
          Add a second ending
        </Button>
      </>
    );
  }
  const put = (i: number, by: number): void =>
    void change(
      setEndings(
        section.id,
        endings.map((n, k) => (k === i ? n + by : n)),
      ),
    );
  return (
    <>
      <Words size="words" tone="quiet">
        {`${bars(body)}, then one ending each time.`}
        {repeats.some((n) => n > 1) ? '' : ' Played once it takes the last; repeat it to hear the first.'}
      </Words>
      {endings.map((n, i) => (
        <Stepper
          key={i}
          label={`Ending ${i + 1}`}
          text={bars(n)}
          less={`Ending ${i + 1} a bar shorter`}
          more={`Ending ${i + 1} a bar longer`}
          onLess={n > 1 ? () => put(i, -1) : undefined}
          onMore={body > 1 ? () => put(i, 1) : undefined}
        />
      ))}
      <Button
        mode="outlined"
        icon="close"
        style={styles.act}
        onPress={() => change(setEndings(section.id, null))}
      >
        Play all bars every time
      </Button>
    </>
  );
}

/** Where a section is cut in two, and whether it is joined to the one behind it. */
function Cutting({ song, section, playing }: Omit<SectionSheetProps, 'level'>) {
  const [at, setAt] = useState(Math.max(1, Math.floor(section.bars / 2)));
  const bar = Math.min(at, section.bars - 1);
  const next = song.sections.find((s) => s.id === song.form[playing.index + 1]?.section);
  return (
    <>
      <Stepper
        label="Cut before"
        text={`bar ${bar + 1}`}
        less="A bar earlier"
        more="A bar later"
        onLess={bar > 1 ? () => setAt(bar - 1) : undefined}
        onMore={bar < section.bars - 1 ? () => setAt(bar + 1) : undefined}
        number={{ value: bar + 1, least: 2, most: section.bars, onSet: (wanted) => setAt(wanted - 1) }}
      />
      <View style={styles.acts}>
        <Button
          mode="outlined"
          icon="content-cut"
          disabled={section.bars < 2}
          style={styles.act}
          onPress={() => change(splitSection(section.id, bar))}
        >
          Split it
        </Button>
        <Button
          mode="outlined"
          icon="link-variant"
          disabled={!next}
          style={styles.act}
          onPress={() => change(joinSections(playing.index))}
        >
          {next ? `Join with ${next.name}` : 'Join with the next'}
        </Button>
      </View>
    </>
  );
}

/** A section as a whole: its name and what it is, its way of ending, how it is cut, doubled, moved and removed. */
export function SectionSheet({ song, section, playing, level }: SectionSheetProps) {
  const [open, setOpen] = useState<string | null>(null);
  const { id, type } = section;
  /** Who plays in it, time by time. */
  const told = useBand((s) => s.band?.agreed.find((a) => a.section === id)?.points.arc);
  const scope = scopeAt(song, playing, level === 'song' ? 'section' : level);
  const cells = song.parts.map((p) => ({ part: p.id, scope }));
  const setHere = song.parts.flatMap((part) =>
    repertoireTools()
      .settingsInWords(partKind(part), songStyle(song), settingsInScope(song, { part: part.id, scope }))
      .map((set) => ({ part, ...set })),
  );
  const fold = (title: string, facts: string) => ({
    title,
    facts,
    open: open === title,
    onTurn: () => setOpen(open === title ? null : title),
  });
  const feels = new Set(song.parts.map((p) => section.settings[p.id]?.pace ?? 'as written'));
  return (
    <Sheet title={`About ${section.name}`} tall onClose={() => openOver(null)}>
      <SectionName section={section} />
      <Picker
        label="It is"
        value={type ?? NO_TYPE}
        choices={[
          { value: NO_TYPE, label: 'as its name says' },
          ...SECTION_TYPES.map((value) => ({ value, label: value })),
        ]}
        onChoose={(value) => change(setSectionType(id, SECTION_TYPES.find((t) => t === value) ?? null))}
      />
      {told ? (
        <Words size="words" tone="quiet">
          {told}
        </Words>
      ) : null}
      <View style={styles.acts}>
        {act('Another like this', 'dice-multiple-outline', () => change(varyCells(cells)))}
        <SectionActions song={song} section={section} onRemoved={() => openOver(null)} />
      </View>
      <Fold {...fold('What is set here', setHere.length ? `${setHere.length} things` : 'nothing')}>
        {setHere.length ? (
          <View style={styles.acts}>
            {setHere.map(({ part, name: what, says }) => (
              <Button
                key={`${part.id} ${what}`}
                compact
                mode="outlined"
                icon="close"
                accessibilityLabel={`${part.name}: ${says}: let it go`}
                contentStyle={styles.letGo}
                style={styles.act}
                onPress={() => change(setSettings(part.id, scope, { [what]: undefined }))}
              >
                {`${part.name}: ${says}`}
              </Button>
            ))}
          </View>
        ) : (
          <Words size="words" tone="quiet">
            All play as in the whole song.
          </Words>
        )}
      </Fold>
      <Fold
        {...fold('First and second endings', section.endings ? section.endings.map(bars).join(', ') : 'none')}
      >
        <Endings song={song} section={section} />
      </Fold>
      <Fold {...fold('Split and join', bars(section.bars))}>
        <Cutting {...{ song, section, playing }} />
      </Fold>
      <Fold {...fold('Feel and push of all', feels.size === 1 ? [...feels].join() : 'several')}>
        <SettingControl
          name="pace"
          label={`Feel of all in ${section.name}`}
          value={feels.size === 1 ? [...feels][0]! : null}
          put={(settings) =>
            void change(
              setCells(
                song.parts.map((p) => ({ part: p.id, scope: id })),
                settings,
              ),
            )
          }
        />
        <Choices
          label="All take chords"
          value={section.together?.anticipation ?? song.together?.anticipation ?? 0}
          choices={PUSHES}
          onChoose={(anticipation) => change(setTogether(id, { anticipation }))}
        />
      </Fold>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  letGo: { flexDirection: 'row-reverse' },
  act: { minHeight: 44, justifyContent: 'center', alignSelf: 'flex-start' },
});

/** How a song stands, in words: its form, who plays where, what was set by hand. For who comes back to it after a year. */
import { kindOf, styleOf, type Repertoire } from '../band/repertoire';
import { GM_PROGRAMS } from '../song/generalMidi';
import type { Part, Section, Song } from '../song/schema';
import type { SettingName } from '../song/settings/index';
import { styleInWords } from '../style/set';
import { keyInWords } from '../theory/speech';
import { sectionBars } from '../time/bars';
import { chordsInUse } from '../song/inUse';
import { expandForm } from '../timeline/occurrences';
import { resolvedInScope } from '../timeline/scopes';
import { patternOf } from '../timeline/settings';
import { cueInWords } from './cues';
import { lastBarsSay } from './ends';
import { liftInWords } from './lifted';
import { counted, listed, times } from '../song/listed';
import { pushInWords } from '../song/settings/playing';

/** A section in words: its chords and the band in it. */
export interface SectionDescription {
  readonly id: string;
  readonly name: string;
  /** Sentences about its chords and about the band in it; what goes without saying is left out. */
  readonly says: readonly string[];
}

/** A song in words: its form, its band, its sections. */
export interface SongDescription {
  /** The song as a whole, in sentences. */
  readonly song: readonly string[];
  /** A sentence for each part. */
  readonly band: readonly string[];
  readonly sections: readonly SectionDescription[];
}

/** What each setting is called where it is said that it was set by hand. */
const SET: Readonly<Partial<Record<SettingName, string>>> = {
  pattern: 'pattern',
  density: 'density',
  dynamics: 'dynamics',
  register: 'register',
  instrument: 'instrument',
  voicingType: 'voicing',
  spread: 'spread',
  voices: 'number of voices',
  richness: 'richness',
  strum: 'strum',
  capo: 'capo',
  tuning: 'tuning',
  pace: 'feel',
  repeatVariation: 'repeats',
  rhythmOf: 'rhythm',
  goesWith: 'goes with another',
};

const setByHand = (settings: Part['settings'] | undefined): string[] => [
  ...new Set(
    (Object.keys(settings ?? {}) as SettingName[]).flatMap((name) => (SET[name] ? [SET[name]] : [])),
  ),
];

function partSays(song: Song, part: Part, repertoire: Repertoire): string {
  const kind = kindOf(part, repertoire);
  if (!kind) return `${part.name} is of a kind that is not here, and rests.`;
  const style = styleOf(song, repertoire);
  const { pattern, density, dynamics, instrument, on } = resolvedInScope(kind, style, song, part, null);
  const resting = song.sections.filter((s) => s.settings[part.id]?.on === false).map((s) => s.name);
  const byHand = setByHand(part.settings);
  const plays = on
    ? `${patternOf(kind, style, pattern).name}, density ${density}, ${dynamics}`
    : 'rests where nothing else is said';
  return [
    `${part.name}: ${plays}${kind.instruments.length ? `, on ${GM_PROGRAMS[instrument]!}` : ''}.`,
    part.about ? `${part.about.replace(/\.$/, '')}.` : '',
    byHand.length ? `Set by hand: ${listed(byHand)}.` : '',
    resting.length ? `Rests in ${listed(resting)}.` : '',
    part.frozen ? 'Frozen.' : '',
    part.mix.mute ? 'Silenced.' : '',
  ]
    .filter(Boolean)
    .join(' ');
}

/** What is set for single playings of a section. */
function playingsSay(song: Song, section: Section): string[] {
  let time = 0;
  return song.form.flatMap((entry) =>
    entry.section !== section.id
      ? []
      : Array.from({ length: entry.repeats }, (_, occurrence) => {
          time++;
          const set = entry.occurrences?.[occurrence] ?? {};
          const lift = entry.lifts?.[occurrence];
          const resting = song.parts.filter((p) => set[p.id]?.on === false).map((p) => p.name);
          const others = song.parts.filter((p) => setByHand(set[p.id]).length).map((p) => p.name);
          const says = [
            resting.length ? `without ${listed(resting)}` : '',
            others.length ? `${listed(others)} otherwise` : '',
            lift && lift.by !== (section.lift?.by ?? 0) ? liftInWords(lift.by).toLowerCase() : '',
          ].filter(Boolean);
          return says.length ? `Time ${time}: ${says.join(', ')}.` : '';
        }),
  );
}

function sectionSays(song: Song, section: Section, repertoire: Repertoire): string[] {
  const first = sectionBars(section, song)[0]!;
  const chords = chordsInUse(section);
  const sounding = chords.filter((c) => c.symbol !== null);
  const byHand = chords.filter((c) => c.voicing || c.byHand).length;
  const repeats = song.form
    .filter((e) => e.section === section.id)
    .reduce((sum, entry) => sum + entry.repeats, 0);
  const others = song.parts.flatMap((part) => {
    const set = setByHand(section.settings[part.id]);
    return set.length ? [`${part.name} (${listed(set)})`] : [];
  });
  const resting = song.parts.filter((p) => section.settings[p.id]?.on === false).map((p) => p.name);
  const unread = section.unread?.length ?? 0;
  return [
    `${counted(section.bars, 'bar')} in ${keyInWords(first.key)}, ${counted(sounding.length, 'chord')}, ${repeats ? `played ${times(repeats)}` : 'not played'}.`,
    byHand ? `${counted(byHand, 'voicing')} set by hand.` : '',
    others.length ? `Its own settings: ${listed(others)}.` : '',
    resting.length ? `${listed(resting)} ${resting.length === 1 ? 'rests' : 'rest'}.` : '',
    section.lift ? `${liftInWords(section.lift.by)}.` : '',
    section.endings ? `Endings of ${listed(section.endings.map((n) => counted(n, 'bar')))}.` : '',
    ...song.parts
      .filter((p) => section.partChords?.[p.id])
      .map((p) => `${p.name} follows chords of its own.`),
    section.together?.anticipation ? `Chords are taken ${pushInWords(section.together.anticipation)}.` : '',
    ...section.cues.map((cue) => cueInWords(song, section, cue, repertoire)),
    ...playingsSay(song, section),
    section.drafts.length > 1
      ? `${counted(section.drafts.length, 'draft')}; ${section.drafts.find((d) => d.id === section.draft)!.name} is in use.`
      : '',
    unread ? `${counted(unread, 'bar')} cannot be read.` : '',
  ].filter(Boolean);
}

function closeSays({ ending, close, together }: Song): string[] {
  const says = lastBarsSay({ ending, ...close });
  return [
    ...(says.length ? [`It ends ${listed(says)}.`] : []),
    ...(together?.anticipation ? [`Chords are taken ${pushInWords(together.anticipation)}.`] : []),
  ];
}

/** @returns sentences without notes, which the writer has in their own words. */
export function songInWords(song: Song, repertoire: Repertoire): SongDescription {
  const nameOf = new Map(song.sections.map((s) => [s.id, s.name]));
  const form = song.form.map(({ section, repeats }) => {
    const name = nameOf.get(section) ?? section;
    return repeats > 1 ? `${name} ${times(repeats)}` : name;
  });
  const bars = expandForm(song).reduce((sum, occurrence) => sum + occurrence.bars.length, 0);
  return {
    song: [
      `${keyInWords(song.key)}, ${song.metre}, ${song.tempo} beats a minute, in the style ${styleInWords(repertoire.styles, song.style)}.`,
      form.length ? `${listed(form)}: ${counted(bars, 'bar')} in all.` : 'No section is played.',
      ...closeSays(song),
    ],
    band: song.parts.map((part) => partSays(song, part, repertoire)),
    sections: song.sections.map((section) => ({
      id: section.id,
      name: section.name,
      says: sectionSays(song, section, repertoire),
    })),
  };
}

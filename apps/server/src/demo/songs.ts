/**
 * The demo songbook: a songwriter's set for the Harbour Lights evening of a small, made-up
 * ferry town. Written for this app.
 */
import type { Edit } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { addSecondEnding, setClose, setEnding } from '@backline/core/edits/closing';
import { addCue } from '@backline/core/edits/cues';
import { setSectionAnnotation } from '@backline/core/edits/annotations';
import { pedalPartChords, thinPartChords } from '@backline/core/edits/partChords';
import { setForChords } from '@backline/core/edits/perChord';
import { setSettings } from '@backline/core/edits/settings';
import { setTogether } from '@backline/core/edits/together';
import type { Settings, Song } from '@backline/core/song/schema';
import { sectionBars } from '@backline/core/time/bars';
import { chordsInUse } from '@backline/core/song/inUse';
import type { OccurrenceId } from '@backline/core/timeline/occurrenceKey';
import { playTake, takesOf } from './takes';

export interface DemoSong {
  readonly chart: string;
  /** Settings by part for the whole song. */
  readonly parts?: Readonly<Record<string, Settings>>;
  /** Settings by section name, then by part. */
  readonly sections?: Readonly<Record<string, Readonly<Record<string, Settings>>>>;
  /** How its form is told, one edit after another. */
  readonly told?: readonly ((song: Song) => Edit)[];
}

const sectionOf = (song: Song, name: string) => song.sections.find((s) => s.name === name)!;
const idOf = (song: Song, name: string): string => sectionOf(song, name).id;

/** The nth time (from 1) a section is played. */
function timeOf(song: Song, name: string, time: number): OccurrenceId {
  const all = song.form.flatMap((entry) =>
    entry.section === idOf(song, name)
      ? Array.from({ length: entry.repeats }, (_, pass) => ({ entry: entry.id, repeat: pass }))
      : [],
  );
  return all[time - 1]!;
}

/** A bar (from 1) in which everybody strikes once and is silent. */
const stopIn =
  (name: string, bar: number) =>
  (song: Song): Edit => {
    const section = sectionOf(song, name);
    const { start, length } = sectionBars(section, song)[bar - 1]!;
    return addCue(section.id, {
      at: start,
      until: start + length,
      parts: song.parts.map((p) => p.id),
      settings: {},
      hit: true,
    });
  };

const off = { on: false } as const;

const lastFerryOut: DemoSong = {
  chart: `title: Last Ferry Out
key: G
time: 4/4
tempo: 108
style: quayside

[Intro]
| Gadd9 | Cmaj7 | Gadd9 | D7sus4 |

[Verse] x2
| G | G/B | Cadd9 | Em7 D |
| G | G/B | Am7 | D7sus4 D7 |

[Chorus]
| C | D/C | Bm7 | Em7 |
| Am7 | D7{push 1/8} | G D/F# | Em7 D |
| C | B7 | Em7 A7 | D7sus4 D7 |

[Verse]

[Chorus]

[Bridge]
| Eb | Bb/D | Cm7 | G/B |
| Am7 | Am7 D7 | Em7 | D7sus4 |

[Chorus]

[Coda]
| Cmaj7 | Cm6 | G | G |
`,
  sections: {
    Intro: { guitar: { on: true, pattern: 'fingers' }, keys: { density: 1 } },
    Verse: { guitar: { on: true, pattern: 'fingers' }, drums: { density: 2 } },
    Chorus: {
      bass: { pattern: 'eighths' },
      keys: { pattern: 'pulse', register: 58 },
      guitar: { pattern: 'strum', density: 4 },
      drums: { dynamics: 'f' },
    },
    Bridge: {
      strings: { on: true },
      guitar: { pattern: 'backbeat' },
      drums: { pattern: 'half-time' },
      keys: { pattern: 'broken' },
    },
    Coda: { drums: { density: 2 }, guitar: { pattern: 'fingers' } },
  },
  told: [
    (song) => pedalPartChords(idOf(song, 'Bridge'), 'strings', 'Eb'),
    stopIn('Bridge', 8),
    () => setClose({ slow: { bars: 3, to: 66 } }),
    (song) =>
      setSectionAnnotation(idOf(song, 'Bridge'), 'Thin, so that the last chorus opens up behind the stop.'),
  ],
};

const lampRoom: DemoSong = {
  chart: `title: The Lamp Room Keeper
key: F
time: 4/4
tempo: 132
style: lamplight

[Head] x2
| Fmaj7 | D7b9 | Gm9 | C13 |
| Am7b5 | D7alt | Gm7 C7 | F6 C7 |

[Middle]
| Cm7 | F7 | Bbmaj7 | Bbm6 |
| Am7 | Ab7 | Gm7 | C7sus4 C7b9 |

[Head]

[Last]
| Gm7 | Gbmaj7 | F6/9 | F6/9 |
`,
  parts: { strings: off },
  sections: {
    Middle: {
      bass: { pattern: 'two-feel' },
      drums: { pattern: 'hush' },
      keys: { pattern: 'held' },
    },
    Last: { guitar: { pattern: 'answers' } },
  },
  told: [
    (song) => setSettings('bass', timeOf(song, 'Head', 1), { pattern: 'two-feel' }),
    () => setClose({ tag: { bars: 2, times: 1 } }),
    () => setEnding('hit'),
    ...takesOf('Middle', [1, 8], 'solo', [
      { seed: 11, player: 'lena-lamplight', note: 'Says it at once, then talks too much.' },
      { seed: 12, player: 'lena-lamplight', starred: true, note: 'The turn in bar 5 is the one.' },
      { seed: 13, player: 'two-hands', name: 'Piano tries it' },
      { seed: 14, player: 'small-hours' },
    ]),
    playTake('Middle', [1, 4], 'solo', 1),
    playTake('Middle', [5, 6], 'solo', 2),
    playTake('Middle', [7, 8], 'solo', 4),
  ],
};

const saltOnTheGlass: DemoSong = {
  chart: `title: Salt on the Glass
key: Dm
time: 3/4
tempo: 96
style: turnabout

[Verse] x2
| Dm | Dm/C | Bbmaj7 | A7 |
| Gm7 | Dm/F | Em7b5 | A7sus4 A7 |

[Chorus]
| Bb | C | F | F/A |
| Gm7 | A7/C# | Dm | Dm C |
| Bb | C/Bb | Am7 | Dm |
| Gm9 | A7 | Dm | Dm |
`,
  parts: { melody: { instrument: 71, register: 62 } },
  sections: {
    Verse: { drums: { density: 1 }, guitar: { pattern: 'waltz-picking' } },
    Chorus: { keys: { pattern: 'waltz-keys' }, strings: { density: 4 }, guitar: { pattern: 'waltz-strum' } },
  },
  told: [
    (song) => addSecondEnding(idOf(song, 'Verse'), 2),
    (song) => setBar(idOf(song, 'Verse'), 8, 'Gm7 A7'),
    (song) => setBar(idOf(song, 'Verse'), 9, 'Dm C7'),
    () => setClose({ slow: { bars: 4, to: 60 } }),
  ],
};

const tideTables: DemoSong = {
  chart: `title: Tide Tables
key: C
time: 4/4
tempo: 92
style: saltbreeze

[Verse]
| C | Em7 | F | Fm6 |
| C/E | Am7 | Dm7 | G7sus4 G7 |

[Chorus] x2
| F | G | Em7 | Am7 |
| Dm7 | G7 | C | C7 |

[Lift]
key: D
| D | F#m7 | G | Gm6 |
| D/F# | Bm7 | Em7 | A7sus4 A7 |

[Last chorus]
| G | A | F#m7 | Bm7 |
| Em7 | A7 | D | D |
`,
  sections: {
    Verse: { drums: { density: 2 }, guitar: { pattern: 'skank-double' } },
    Lift: {
      bass: { pattern: 'steppers-bass' },
      keys: { pattern: 'off-beat-keys', register: 60 },
      drums: { pattern: 'steppers-kit' },
    },
    'Last chorus': { drums: { pattern: 'steppers-kit', density: 4 }, horns: { density: 4 } },
  },
  told: [() => setEnding('fade'), () => setClose({ fade: 6 })],
};

const lanternsOnTheSlip: DemoSong = {
  chart: `title: Lanterns on the Slip
key: A
time: 12/8
tempo: 58
style: slowtide

[Verse] x2
| A | E/G# | F#m7 | Dadd9 |
| A/C# | Bm7 | D/E | E7 |

[Chorus]
| D | E | C#m7 | F#m7 |
| Bm7 | E7 | A | A7 |

[Verse]

[Chorus] x2
`,
  parts: { guitar: { pattern: 'picked' } },
  sections: {
    Verse: { keys: { pattern: 'broken' }, drums: { pattern: 'soft' } },
    Chorus: { strings: { density: 4 } },
  },
  told: [
    (song) => thinPartChords(idOf(song, 'Chorus'), 'strings', 2),
    () => setClose({ slow: { bars: 2, to: 70 } }),
  ],
};

const twoCoinsForTheMeter: DemoSong = {
  chart: `title: Two Coins for the Meter
key: Em
time: 4/4
tempo: 100
style: copperline

[Groove]
| Em9 | A13 | Em9 | A13 |

[Verse] x2
| Em7 | A7 | Em7 | Am7 Bm7 |
| Cmaj7 | Bm7 | Am7 | B7#9 |

[Chorus] x2
| G6 | A7 | Cmaj7 | Em7 |
| G6 | A7 | Cmaj7 D | Em9 |

[Groove]
`,
  sections: {
    Verse: { horns: { density: 1 }, keys: { pattern: 'chops' } },
    Chorus: { horns: { pattern: 'swells' }, drums: { pattern: 'open' } },
  },
  told: [
    (song) =>
      setForChords(idOf(song, 'Verse'), [chordsInUse(sectionOf(song, 'Verse'))[3]!.id], 'keys', {
        atChange: 'restart',
        pattern: 'held',
      }),
    (song) => setTogether(idOf(song, 'Chorus'), { anticipation: 120 }),
    stopIn('Verse', 8),
    () => setEnding('hit'),
  ],
};

/** In the order of the set; the first is the one a new writer meets. */
export const DEMO_SONGS: readonly DemoSong[] = [
  lastFerryOut,
  lampRoom,
  saltOnTheGlass,
  tideTables,
  lanternsOnTheSlip,
  twoCoinsForTheMeter,
];

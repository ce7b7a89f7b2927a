/**
 * The demo songbook: a songwriter's set for the Harbour Lights evening of a small, made-up
 * ferry town. Written for this app.
 */
import type { Settings } from '@backline/core/song/schema';

export interface DemoSong {
  readonly chart: string;
  /** Settings by part for the whole song. */
  readonly parts?: Readonly<Record<string, Settings>>;
  /** Settings by section name, then by part. */
  readonly sections?: Readonly<Record<string, Readonly<Record<string, Settings>>>>;
}

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
    Intro: { bass: off, drums: off, solo: off, guitar: { pattern: 'fingers' }, keys: { density: 1 } },
    Verse: { strings: off, solo: off, arp: off, guitar: { pattern: 'fingers' }, drums: { density: 2 } },
    Chorus: {
      bass: { pattern: 'eighths' },
      keys: { pattern: 'pulse', register: 58 },
      guitar: { pattern: 'strum', density: 4 },
      drums: { density: 4, dynamics: 'f' },
      arp: off,
    },
    Bridge: { guitar: { pattern: 'backbeat' }, drums: { pattern: 'half-time' }, keys: { pattern: 'broken' } },
    Coda: { solo: off, arp: off, drums: { density: 2 }, guitar: { pattern: 'fingers' } },
  },
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
  parts: { strings: off, arp: off },
  sections: {
    Middle: {
      bass: { pattern: 'two-feel' },
      drums: { pattern: 'hush' },
      arp: { on: true },
      keys: { pattern: 'held' },
    },
    Last: { solo: off, guitar: { pattern: 'answers' } },
  },
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
    Verse: { drums: { density: 1 }, strings: off, guitar: { pattern: 'waltz-picking' } },
    Chorus: { keys: { pattern: 'waltz-keys' }, strings: { density: 4 }, guitar: { pattern: 'waltz-strum' } },
  },
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
    Verse: { horns: off, drums: { density: 2 }, guitar: { pattern: 'skank-double' } },
    Lift: {
      bass: { pattern: 'steppers-bass' },
      keys: { pattern: 'off-beat-keys', register: 60 },
      drums: { pattern: 'steppers-kit' },
    },
    'Last chorus': { drums: { pattern: 'steppers-kit', density: 4 }, horns: { density: 4 } },
  },
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
    Verse: { strings: off, keys: { pattern: 'broken' }, drums: { pattern: 'soft' } },
    Chorus: { strings: { density: 4 } },
  },
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
    Groove: { solo: off, horns: off },
    Verse: { horns: { density: 1 }, keys: { pattern: 'chops' }, solo: off },
    Chorus: { horns: { pattern: 'swells' }, drums: { pattern: 'open' } },
  },
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

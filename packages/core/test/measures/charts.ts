/** Charts of many idioms, made up, as plain progressions of their kind (common practice): what the band is listened to on. */
import type { Song } from '@backline/core/song/schema';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';

const TWICE = (bars: string): string => `${bars} | ${bars}`;

/** Section by section, each of them played again. */
const TEXTS: Readonly<Record<string, string>> = {
  'four-chord song': `key: G\ntempo: 104\n[Verse]\n${TWICE('G | D | Em | C')}\n[Chorus]\n${TWICE('C | G | Am7 | D')}\n[Verse]\n[Chorus]`,
  'slow ballad': `key: Eb\ntempo: 66\n[Verse]\nEb | Bb/D | Cm7 | Abmaj7 | Eb/G | Ab | Bbsus4 | Bb\n[Chorus]\nAb | Bb | Gm7 | Cm7 | Fm7 | Bb7 | Eb | Ebmaj7\n[Verse]\n[Chorus]`,
  'twelve bars': `key: A\ntempo: 120\n[Blues]\nA7 | D7 | A7 | A7 | D7 | D#dim7 | A7 | F#7 | Bm7 | E7 | A7 F#7 | Bm7 E7\n[Blues]\n[Blues]`,
  'thirty-two bars': `key: F\ntempo: 140\n[A]\nFmaj7 | D7 | Gm7 | C7 | Am7 D7 | Gm7 C7 | Fmaj7 Dm7 | Gm7 C7\n[A]\n[B]\nCm7 | F7 | Bbmaj7 | Bbmaj7 | Dm7 | G7 | Gm7 | C7\n[A]`,
  'slow changes': `key: Dm\ntempo: 92\n[One]\nDm9 | Dm9 | Dm9 | Dm9 | Bbmaj7 | Bbmaj7 | Am7 | Am7\n[One]\n[Two]\nGm9 | Gm9 | A7#5 | A7\n[One]`,
  waltz: `key: C\ntime: 3/4\ntempo: 130\n[Verse]\n${TWICE('C | Am | Dm | G7')}\n[Chorus]\nF | G | Em7 | Am | Dm7 | G7 | C | C7\n[Verse]\n[Chorus]`,
  pushed: `key: E\ntempo: 118\n[Verse]\n${TWICE('E | A{push 1/8} | C#m7 | B{push 1/8}')}\n[Chorus]\n${TWICE('A{push 1/8} | E/G# | F#m7{push 1/8} | B')}\n[Verse]\n[Chorus]`,
  'two to the bar': `key: Bb\ntempo: 100\n[Verse]\n${TWICE('Bb F/A | Gm7 Dm7 | Eb Bb/D | Cm7 F7')}\n[Verse]\n[Bridge]\nEb Dm7 | Cm7 F | Dm7 Gm | Cm7 F7\n[Verse]`,
  'minor rock': `key: Am\ntempo: 132\n[Verse]\n${TWICE('Am | F | C | G')}\n[Chorus]\n${TWICE('F | G | Am | Am')}\n[Verse]\n[Chorus]`,
  'rich chords': `key: Db\ntempo: 84\n[Verse]\nDbmaj9 | Gb13 | Fm9 | Bb7b9 | Ebm11 | Ab13sus4 | Dbmaj9 | Ab7#5\n[Verse]\n[Chorus]\nGbmaj7 | Cb9 | Fm7 | Bbm9 | Ebm9 | Ab13 | Db6/9 | Ab7\n[Chorus]`,
  'six eight': `key: D\ntime: 6/8\ntempo: 62\n[Verse]\n${TWICE('D | Bm7 | G | A')}\n[Chorus]\n${TWICE('G | A | F#m7 | Bm')}\n[Verse]\n[Chorus]`,
  stops: `key: C\ntempo: 110\n[Verse]\nC | F | N.C. | G | C | F | G | N.C.\n[Chorus]\nAm | F | C | G | Am | F | N.C. | G7\n[Verse]\n[Chorus]`,
  'long form': `key: G\ntempo: 124\n[Verse]\n${TWICE('G | Bm7 | Em7 | C')} | ${TWICE('Am7 | D7 | G | D/F#')}\n[Chorus]\n${TWICE('C | D | Bm7 | Em7')}\n[Verse]\n[Chorus]\n[Bridge]\nF | C | Eb | D7\n[Chorus]`,
};

export const IDIOMS: readonly (readonly [string, (style: string) => Song])[] = Object.entries(TEXTS).map(
  ([name, text]) => [name, (style) => readChart(`title: ${name}\nstyle: ${style}\n${text}`, OURS)] as const,
);

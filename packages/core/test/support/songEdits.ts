/** Edits of the song as a whole, of its parts and of what is written down about it; and edits with numbers past every bound. */
import { GOES_HOW } from '@backline/core/song/choices';
import { asOne, type Edit } from '@backline/core/edits/apply';
import { inNewBar, setBar, setSectionLength, splitBar, removeBars } from '@backline/core/edits/bars';
import { takeChart } from '@backline/core/edits/chart';
import { moveBoundary, setChordAt, setPush } from '@backline/core/edits/chords';
import { addIntro, addSecondEnding, endAs, setClose, setEndings } from '@backline/core/edits/closing';
import { addCue } from '@backline/core/edits/cues';
import { setRepeats } from '@backline/core/edits/form';
import { setHands } from '@backline/core/edits/hand';
import { setBarLength, setTempoAt } from '@backline/core/edits/keyAndMetre';
import { setLift } from '@backline/core/edits/lift';
import { setSectionAnnotation, setSongAnnotation, setTags } from '@backline/core/edits/annotations';
import { describePart, freezePart, playAs } from '@backline/core/edits/parts';
import { leadIntoBars } from '@backline/core/edits/barRangeEdits';
import { setPatterns, setSettings } from '@backline/core/edits/settings';
import {
  setBalance,
  setGroove,
  setGuide,
  setMaster,
  setMix,
  setSeed,
  setTempo,
} from '@backline/core/edits/song';
import {
  chooseTake,
  deleteTakesPutAway,
  freeTakeId,
  keepTake,
  putTakeAway,
  restoreComp,
  sayOfTake,
} from '@backline/core/edits/takes';
import { bringStyle } from '@backline/core/edits/style';
import { setTogether } from '@backline/core/edits/together';
import { keepUnread } from '@backline/core/edits/unread';
import { readChart } from '@backline/core/formats/chart/index';
import { ENDINGS, LEAD_INS } from '@backline/core/song/choices';
import { chordsInUse } from '@backline/core/song/inUse';
import type { Section, Settings, Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';

type Make = (s: Song, n: number) => Edit;

const pick = <T>(list: readonly T[], n: number): T => list[n % list.length]!;
const sectionOf = (s: Song, n: number): Section => pick(s.sections, n);
const partOf = (s: Song, n: number): string => (s.parts.length ? pick(s.parts, n).id : 'nobody');

const CHARTS = [
  'key: D\n[Section A]\nD | G A\n[New]\nBm | {push 1/8} G',
  'time: 3/4\n[Section B]\nAm | Dm | E7',
  '[Section A] x2\n[tempo 90] C | % | F',
];

export const SONG_EDITS: readonly Make[] = [
  (s, n) => inNewBar(sectionOf(s, n).id, setBar(sectionOf(s, n).id, sectionOf(s, n).bars, 'C')),
  (_, n) => takeChart(readChart(pick(CHARTS, n), OURS)),
  (_, n) => endAs({ ending: pick(ENDINGS, n), ...(n % 2 && { fade: (n % 6) + 1 }) }),
  (s, n) =>
    setHands(
      sectionOf(s, n).id,
      partOf(s, n),
      new Map(
        chordsInUse(sectionOf(s, n)).map(({ id }, i) => [
          id,
          i % 3 ? (n % 2 ? { pitches: [48, 55, 64] } : { frets: [null, 3, 2, 0, 1, 0] }) : null,
        ]),
      ),
    ),
  (_, n) => setSongAnnotation(n % 3 ? 'About the sea\nand the harbour \ud83d' : ' '),
  (s, n) => setSectionAnnotation(sectionOf(s, n).id, n % 3 ? 'Leave room\u0007 here' : ''),
  (_, n) => setTags(n % 4 ? ['slow', ' Slow ', 'for the café', 'x'.repeat(90)] : []),
  (s, n) => {
    const part = pick(s.parts, n);
    const settings = {
      density: (n % 5) + 1,
      rhythmOf: partOf(s, n + 1),
      goesWith: partOf(s, n + 2),
      goesHow: GOES_HOW[n % GOES_HOW.length]!,
    };
    return playAs(part.id, {
      name: 'Somebody',
      kind: n % 3 ? part.kind : 'keys',
      level: n % 128,
      settings,
    });
  },
  (s, n) => describePart(partOf(s, n), n % 3 ? 'plays\tlike rain \ud83d' : ''),
  (s, n) => {
    const section = sectionOf(s, n);
    const entry = s.form.find((e) => e.section === section.id);
    const kept = entry && [
      {
        section: section.id,
        entry: entry.id,
        repeat: 0,
        notes: [[0, 240, 60, 90] as [number, number, number, number]],
      },
    ];
    return freezePart(partOf(s, n), n % 3 && kept ? kept : null);
  },
  (s, n) => {
    const section = sectionOf(s, n);
    return leadIntoBars(
      [{ section: section.id, from: 0, to: n % section.bars }],
      n % 4 ? pick(LEAD_INS, n) : null,
    );
  },
  (s, n) =>
    setPatterns(
      [0, 1].map((i) => ({ part: { id: partOf(s, n + i) }, pattern: n % 2 ? 'quarters' : 'nobody-has-it' })),
      n % 3 ? sectionOf(s, n).id : null,
    ),
  (s, n) => {
    const section = sectionOf(s, n);
    const entry = s.form.find((e) => e.section === section.id);
    const part = s.parts.length ? pick(s.parts, n) : { id: 'nobody', takes: [] };
    const to = 480 * (1 + (n % 7));
    const piece = {
      section: section.id,
      entry: entry?.id ?? 'e1',
      repeat: 0,
      from: 0,
      to,
      chords: [[0, n % 2 ? 'C' : null] as [number, string | null]],
      notes: [[to - 240, 200, 240, 60, 80, 'root'] as [number, number, number, number, number, string]],
    };
    return keepTake(part.id, { id: freeTakeId(part), seed: n, pieces: [piece] }, n % 3 > 0);
  },
  (s, n) => {
    const part = s.parts.length ? pick(s.parts, n) : null;
    const take = part?.takes?.[n % part.takes.length];
    const places = take?.pieces ?? [];
    return chooseTake(part?.id ?? 'nobody', places, n % 3 ? (take?.id ?? 'nobody') : null);
  },
  (s, n) => {
    const part = s.parts.length ? pick(s.parts, n) : null;
    const take = part?.takes?.[n % part.takes.length]?.id ?? 'nobody';
    const places = part?.takes?.[0]?.pieces ?? [];
    if (n % 7 === 0) return deleteTakesPutAway(part?.id ?? 'nobody');
    if (n % 7 === 1)
      return restoreComp(part?.id ?? 'nobody', n % 2 ? (part?.comp?.slice(1) ?? []) : [], places);
    return n % 2
      ? putTakeAway(part?.id ?? 'nobody', take, n % 3 > 0)
      : sayOfTake(part?.id ?? 'nobody', take, {
          name: n % 3 ? ' the\tone ' : '',
          note: 'x',
          starred: n % 5 > 0,
        });
  },
  (s, n) =>
    asOne('two at once', [
      describePart(partOf(s, n), `Once ${n % 9}`),
      setSettings(partOf(s, n + 1), null, { density: (n % 5) + 1 }),
    ]),
  (_, n) => setMaster({ glue: n % 101, target: -9 - (n % 16) }),
  (s, n) => setBalance(new Map(s.parts.map(({ id }, i) => [id, (n * 7 + i) % 128])), (n % 49) - 24),
  (_, n) => bringStyle(pick(OURS.styles.all, n).id, OURS),
  (s, n) => keepUnread(sectionOf(s, n).id, n % sectionOf(s, n).bars, n % 3 ? 'C7 then something' : null),
];

/** Numbers that no field takes, and those at the very edge. */
export const HOSTILE_NUMBERS = [
  -1e9,
  -128,
  -13,
  -1,
  0,
  0.5,
  1,
  5,
  6,
  12,
  25,
  64,
  127,
  128,
  300,
  301,
  999,
  1000,
  1e7,
  1e9,
  1e300,
  NaN,
  Infinity,
];

const NUMBERS: readonly (keyof Settings)[] = [
  'density',
  'register',
  'spread',
  'voices',
  'capo',
  'instrument',
  'octave',
  'strum',
  'length',
  'octaves',
  'accentEvery',
  'variation',
  'gainOffset',
  'panOffset',
  'sendOffset',
  'shelfOffset',
  'anticipation',
];

/** Every number that an edit takes, as whatever number somebody could send it. */
export const NUMBER_EDITS: readonly ((s: Song, number: number) => Edit)[] = [
  ...NUMBERS.map((name) => (s: Song, x: number) => setSettings(partOf(s, 0), null, { [name]: x })),
  ...NUMBERS.map(
    (name) => (s: Song, x: number) => setSettings(partOf(s, 1), s.sections[0]!.id, { [name]: x }),
  ),
  (s, x) => addCue(s.sections[0]!.id, { at: x, parts: [partOf(s, 0)], settings: { density: 2 } }),
  (s, x) =>
    addCue(s.sections[0]!.id, { at: 0, until: x, parts: [partOf(s, 0)], settings: { gainOffset: x } }),
  (_, x) => setTempo(x),
  (s, x) => setTempoAt({ section: s.sections[0]!.id, bar: 0 }, x, null),
  (s, x) => setTempoAt({ section: s.sections[0]!.id, bar: 0 }, 100, x),
  (s, x) => setMix(partOf(s, 0), { level: x }),
  (s, x) => setMix(partOf(s, 0), { pan: x, reverbSend: x }),
  (s, x) => setMix(partOf(s, 0), { tone: { low: x, middle: x, high: x }, drive: x }),
  (_, x) => setMaster({ glue: x }),
  (_, x) => setMaster({ gain: x, target: x }),
  (s, x) => setBalance(new Map([[partOf(s, 0), x]]), 0),
  (_, x) => setGuide({ level: x }),
  (_, x) => setGuide({ instrument: x }),
  (_, x) => setSeed(x),
  (_, x) => setGroove({ swing: x }),
  (_, x) => setGroove({ lateness: x, strength: x }),
  (_, x) => setTogether(null, { anticipation: x }),
  (_, x) => setRepeats(0, x),
  (s, x) => setLift(s.sections[0]!.id, { by: x }),
  (_, x) => setClose({ slow: { bars: x, to: x } }),
  (_, x) => setClose({ tag: { bars: x, times: x }, fade: x }),
  (s, x) => setEndings(s.sections[0]!.id, [x, x]),
  (s, x) => addSecondEnding(s.sections[0]!.id, x),
  (_, x) => addIntro(x, null),
  (s, x) => setSectionLength(s.sections[0]!.id, x),
  (s, x) => setBarLength(s.sections[0]!.id, 0, x),
  (s, x) => splitBar(s.sections[0]!.id, x),
  (s, x) => removeBars(s.sections[0]!.id, x, x),
  (s, x) => setBar(s.sections[0]!.id, x, 'C'),
  (s, x) => setChordAt(s.sections[0]!.id, x, 'C', { voicing: [x, 60] }),
  (s, x) => moveBoundary(s.sections[0]!.id, chordsInUse(s.sections[0]!).at(-1)!.id, x),
  (s, x) => setPush(s.sections[0]!.id, chordsInUse(s.sections[0]!)[0]!.id, x),
];

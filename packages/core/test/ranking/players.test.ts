import { newPart } from '@backline/core/band/repertoire';
import { readChart } from '@backline/core/formats/chart/index';
import { SOLOISTS } from '@backline/core/players/index';
import { factsOfPlayer, isPlayerAsked, rankPlayers } from '@backline/core/ranking/players';
import { OURS } from '@backline/core/styles/index';

const chart = (style: string, head = '') =>
  readChart(`title: Any\nstyle: ${style}\n${head}[Verse]\nC | F | G | C`, OURS);
const ranked = (style: string, head = '') => rankPlayers(SOLOISTS, chart(style, head), OURS);

it.each([
  ['lamplight', '', 'swung'],
  ['quayside', '', 'straight'],
  ['long-midnight', 'time: 12/8\n', 'twelve-eight'],
  ['streamers', '', 'sixteenths'],
])('those of its feel come first for %s', (style, head, feel) => {
  const [first] = rankPlayers(SOLOISTS, { ...chart(style, head), parts: [] }, OURS);
  expect(factsOfPlayer(first!.item, OURS)!.feel).toBe(feel);
  expect(first!.score).toBeGreaterThan(0.8);
});

it('all are there, best first, and who does not fit says why', () => {
  const all = ranked('lamplight', 'tempo: 220\n');
  expect(all.map(({ item }) => item.id).sort()).toEqual(SOLOISTS.map(({ id }) => id).sort());
  expect(all.map(({ score }) => score)).toEqual([...all.map(({ score }) => score)].sort((a, b) => b - a));
  const tenor = all.find(({ item }) => item.id === 'small-hours')!;
  expect(tenor.reasons).toContainEqual('made for 48 to 90, you are at 220');
  const last = all[all.length - 1]!;
  expect([last.score < 0.3, last.reasons.length > 0]).toEqual([true, true]);
});

it('whose instrument another part plays stands back, and says so; that of the same kind does not count', () => {
  const song = chart('lamplight');
  const keys = { ...newPart(OURS.kinds.get('keys')!, []), settings: { instrument: 11 } };
  const of = (s: typeof song) => rankPlayers(SOLOISTS, s, OURS).find(({ item }) => item.id === 'bar-by-bar')!;
  const alone = of({ ...song, parts: [] });
  const beside = of({ ...song, parts: [keys] });
  expect([alone.reasons, beside.reasons]).toEqual([[], ['Keys plays Vibraphone already']]);
  expect(beside.score).toBeLessThan(alone.score);
});

it('are looked for by instrument, and by it together with a feel', () => {
  const found = (asked: Parameters<typeof isPlayerAsked>[1]) =>
    SOLOISTS.filter((one) => isPlayerAsked(one, asked, OURS));
  const tenors = found({ instrument: 66 });
  expect(tenors.length).toBeGreaterThan(1);
  expect(tenors.every(({ settings }) => settings.instrument === 66)).toBe(true);
  expect(found({ instrument: 66, feel: 'swung' }).length).toBeLessThan(tenors.length);
  expect(found({ instrument: 127 })).toEqual([]);
});

it('one whose kind is not at hand, or whose pattern nobody has, is left out', () => {
  const [one] = SOLOISTS;
  const odd = [
    { ...one!, kind: 'theremin' },
    { ...one!, settings: { pattern: 'nowhere' } },
  ];
  expect(rankPlayers(odd, chart('quayside'), OURS)).toEqual([]);
  expect(odd.map((player) => factsOfPlayer(player, OURS))).toEqual([null, null]);
});

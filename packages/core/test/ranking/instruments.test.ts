/** Instruments by how well they fit a part of a song. */
import { setSettings } from '@backline/core/edits/settings';
import { applyEdit } from '@backline/core/edits/apply';
import { rankInstruments } from '@backline/core/ranking/instruments';
import { OURS } from '@backline/core/styles/index';
import { song } from '../support/music';

const inStyle = (style: string) => song('C | Am | F | G', `style: ${style}\n`);
const ranked = (style: string, kind: string, of = inStyle(style)) =>
  rankInstruments(
    of,
    of.parts.find((p) => p.kind === kind)!,
    OURS,
  );

it.each(OURS.styles.all.map((s) => s.id))(
  'in %s what the style has comes first, unless another plays it',
  (style) => {
    const of = inStyle(style);
    for (const part of of.parts) {
      const own = OURS.styles.all.find((s) => s.id === style)!.parts[part.kind]?.settings.instrument;
      const list = rankInstruments(of, part, OURS);
      if (!OURS.kinds.get(part.kind)!.pitched) expect(list).toEqual([]);
      else if (!list.find(({ item }) => item === own)!.reasons.length) expect(list[0]!.item).toBe(own);
      expect(new Set(list.map(({ item }) => item)).size).toBe(list.length);
      for (const { score } of list) expect(score >= 0 && score <= 1).toBe(true);
      for (const program of OURS.kinds.get(part.kind)!.instruments) {
        expect(list.map(({ item }) => item)).toContain(program);
      }
    }
  },
);

it('a blues harp comes before a violin in blues, and behind it in bluegrass (common practice)', () => {
  const place = (style: string, program: number) => {
    const of = inStyle(style);
    const alone = { ...of, parts: of.parts.filter((p) => p.kind === 'solo') };
    return ranked(style, 'solo', alone).findIndex(({ item }) => item === program);
  };
  expect(place('brickyard', 22)).toBeLessThan(place('brickyard', 40));
  expect(place('hollow-hill', 40)).toBeLessThan(place('hollow-hill', 22));
});

it('what another part plays is said, and comes later', () => {
  const plain = inStyle('quayside');
  const [flute] = ranked('quayside', 'solo', plain);
  const taken = applyEdit(plain, setSettings('arp', null, { instrument: flute!.item }))!.song;
  const list = ranked('quayside', 'solo', taken);
  const now = list.find(({ item }) => item === flute!.item)!;
  expect(now.reasons).toEqual([`${taken.parts.find((p) => p.id === 'arp')!.name} plays it already`]);
  expect(now.score).toBeLessThan(flute!.score);
});

it('a kind that is not here has none', () => {
  const of = inStyle('quayside');
  expect(rankInstruments(of, { ...of.parts[0]!, kind: 'theremin' }, OURS)).toEqual([]);
});

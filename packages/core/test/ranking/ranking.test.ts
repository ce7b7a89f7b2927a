/** Finding: what fits comes first, says why it does not, is searched by words, and is drawn by a fair dice. */
import { anotherOf, isPatternAsked, moreLike, opposites } from '@backline/core/ranking/find';
import { patternFit, rankPatterns, rankStyles, stylesAsked } from '@backline/core/ranking/rank';
import { songFacts } from '@backline/core/ranking/song';
import { apartness } from '@backline/core/ranking/strokes';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { patternIn } from '@backline/core/style/patternFamily';
import { OURS } from '@backline/core/styles/index';
import { song } from '../support/music';

const facts = (header: string, bars = 'C | Am7 | F | G7') => songFacts(song(bars, header), OURS);
const pattern = (kind: string, id: string) => patternIn(LIBRARY, kind, id)!;
const basses = LIBRARY.get('bass')!;

describe('what a song asks', () => {
  it('is read from its groove, metre, tempo and chords', () => {
    expect(facts('style: lamplight\ntempo: 140')).toMatchObject({ feel: 'swung', tempo: 140, pace: 1 });
    expect(facts('style: slowtide\ntime: 12/8')).toMatchObject({ feel: 'twelve-eight', isDotted: true });
    expect(facts('', 'C Am7 | F G7').pace).toBe(2);
    expect(facts('', 'C | Am7').harmony?.sevenths).toBe(0.5);
    expect(songFacts({ ...song('C'), sections: [] }, OURS).pace).toBe(0);
  });
});

describe('fit', () => {
  it.each([
    ['lamplight-walking', 'tempo: 120', ['swung, your song is straight']],
    ['triplet-walk', 'tempo: 132', ['in beats of three, your song is straight', 'made for four beats of three, your song is in 4/4', 'made for 44 to 80, you are at 132']],
    ['waltz-root-fifth', 'tempo: 100', ['made for three beats, your song is in 4/4']],
    ['straight-eighths', 'tempo: 120', []],
  ])('%s in a song with %s', (id, header, reasons) => {
    expect(patternFit(pattern('bass', id), facts(header)).reasons).toEqual(reasons);
  }); // prettier-ignore

  it('puts what fits first, and what does not last, for patterns and styles', () => {
    const waltz = rankPatterns(basses, facts('time: 3/4\nstyle: turnabout\ntempo: 110'));
    expect(waltz.slice(0, 6).map((f) => f.item.id)).toContain('waltz-root-fifth');
    expect(waltz[0]!.reasons).toEqual([]);
    expect(waltz.at(-1)!.reasons.length).toBeGreaterThan(1);
    const seven = rankStyles(OURS.styles.all, facts('time: 7/8\ntempo: 130'));
    expect(seven[0]!.item.id).toBe('crosswalk');
    // A tempo nothing fits: the nearest come first, and say so.
    const slow = rankStyles(OURS.styles.all, facts('tempo: 30'));
    expect(slow[0]!.reasons.join()).toContain('you are at 30');
    for (let i = 1; i < slow.length; i++) expect(slow[i - 1]!.score).toBeGreaterThanOrEqual(slow[i]!.score);
  });
});

describe('finding', () => {
  it('by words, feel, genre and energy', () => {
    const ids = (asked: Parameters<typeof isPatternAsked>[1]) =>
      basses.filter((p) => isPatternAsked(p, asked)).map((p) => p.id);
    expect(ids({ words: 'one drop' })).toContain('one-drop-bass');
    expect(ids({ words: 'reggae dub' })).toEqual(expect.arrayContaining(['dub-spaces']));
    expect(ids({ feel: 'twelve-eight' }).every((id) => pattern('bass', id).facts.feel === 'twelve-eight')).toBe(true);
    expect(ids({ genre: 'funk', energy: 5 })).toContain('funk-sixteenths');
    expect(ids({ words: 'no such thing' })).toEqual([]);
    const styles = (asked: Parameters<typeof stylesAsked>[2]) => stylesAsked(OURS.styles.all, facts(''), asked).map(({ item }) => item.id);
    expect(styles({ words: 'waltz' })[0]).toBe('turnabout');
    expect(styles({ words: 'slow soul', feel: 'twelve-eight' })[0]).toBe('slowtide');
    expect(styles({ words: 'qqqq' })).toEqual([]);
    expect(styles({})).toHaveLength(OURS.styles.all.length);
    expect(styles({ genre: 'reggae' })).toContain('saltbreeze');
  }); // prettier-ignore

  it('neighbours and opposites of one in hand', () => {
    const from = pattern('bass', 'driving-eighths');
    const near = moreLike(from, basses);
    const far = opposites(from, basses);
    expect(near).toHaveLength(basses.length - 1);
    expect(apartness(from, near[0]!)).toBeLessThan(apartness(from, far[0]!));
    expect(near.map((p) => p.id)).not.toContain('driving-eighths');
    expect(apartness(from, from)).toBe(0);
    expect(apartness(from, pattern('bass', 'triplet-walk'))).toBe(1);
  });
});

describe('the dice', () => {
  const fitting = rankPatterns(basses, facts('tempo: 120'));
  it('is fair: each that fits well comes up about as often, what is in hand never, what does not fit never', () => {
    const counts = new Map<string, number>();
    const throws = 6000;
    for (let i = 0; i < throws; i++) {
      const { id } = anotherOf(fitting, 'straight-eighths', i)!;
      counts.set(id, (counts.get(id) ?? 0) + 1);
    }
    expect(counts.has('straight-eighths')).toBe(false);
    const good = fitting.filter(
      (f) => f.score >= fitting[0]!.score * 0.8 && f.item.id !== 'straight-eighths',
    );
    expect(counts.size).toBe(good.length);
    const expected = throws / good.length;
    for (const count of counts.values()) {
      expect(count).toBeGreaterThan(expected * 0.6);
      expect(count).toBeLessThan(expected * 1.5);
    }
  });

  it('has nothing to draw where there is nothing else', () => {
    expect(anotherOf(fitting.slice(0, 1), fitting[0]!.item.id, 3)).toBeNull();
    expect(anotherOf([], 'x', 3)).toBeNull();
  });
});

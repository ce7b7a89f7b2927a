import { songSchema } from '@backline/core/song/check';
import { firstIssue } from '@backline/core/song/issues';
import { overlay } from '@backline/core/timeline/settings';
import { song } from '../support/music';

const refused = (change: Record<string, unknown>): string => {
  const result = songSchema.safeParse({ ...song('C | F'), ...change });
  if (result.success) throw new Error('it was accepted');
  return firstIssue(result.error);
};

describe('the song schema', () => {
  it('takes what the chart reader makes', () =>
    expect(songSchema.safeParse(song('C | F')).success).toBe(true));

  it.each([
    [{ key: 'H' }, /"H" is not a key/],
    [{ metre: '9/13' }, /"9\/13" is no metre/],
    [{ tempo: 5 }, /slowest tempo is 30/],
    [{ title: ' ' }, /name is missing/],
    [{ colour: 'red' }, /colour/],
    [{ form: [{ id: 'e1', section: 'nowhere', repeats: 1 }] }, /form names a section that is not there/],
    [{ sections: [] }, /sections/],
  ])('refuses %j with a sentence and its place', (change, sentence) =>
    expect(refused(change)).toMatch(sentence),
  );

  it('refuses a chord that cannot be read', () => {
    const s = song('C | F');
    s.sections[0]!.drafts[0]!.chords[0]!.symbol = 'Cfoo';
    expect(firstIssue(songSchema.safeParse(s).error!)).toMatch(/sections\.0.*"Cfoo" is not a chord/);
  });

  it('takes any number of parts of a kind, but refuses shared ids', () => {
    const s = song('C');
    const drums = s.parts.find((p) => p.kind === 'drums')!;
    const more = { ...s, parts: [...s.parts, { ...drums, id: 'more' }] };
    expect(songSchema.safeParse(more).success).toBe(true);
    expect(refused({ parts: [...s.parts, s.parts[0]] })).toMatch(/Two parts share an id/);
  });
});

describe('settings over one another', () => {
  it('a stronger layer wins, what it leaves out shows through, grooves mix', () => {
    expect(
      overlay([
        { density: 1, strum: 10, groove: { swing: 60 } },
        undefined,
        { density: 4, groove: { lateness: 3 } },
      ]),
    ).toEqual({
      density: 4,
      strum: 10,
      groove: { swing: 60, lateness: 3 },
    });
  });
});

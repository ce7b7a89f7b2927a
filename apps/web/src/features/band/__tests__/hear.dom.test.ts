/** Where something that is tried for a part is heard: where that part plays. */
import { renderBand } from '@backline/core/band/index';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { player, usePlayer } from '../../../audio/player';
import { useBand } from '../../../state/band';
import { comeBack } from '../../../state/rounds';
import { hear, roundOfPart } from '../find/hear';

jest.mock('../../../audio/player');
jest.mock('../../../state/band');

const song = readChart('title: Pier\nstyle: quayside\n[Verse]\nC | F | G | C\n[Chorus]\nF | G | C | C', OURS);
const band = renderBand(
  {
    ...song,
    together: { arc: false },
    parts: song.parts.filter(({ kind }) => kind === 'solo'),
    sections: song.sections.map((s, i) => (i === 0 ? { ...s, settings: { solo: { on: false } } } : s)),
  },
  OURS,
);
const chorus = band.bars.find(({ section }) => section === 'Chorus')!;

it('one that rests where the song stands is heard where it plays next, from the bar before', () => {
  expect(roundOfPart(band, 'solo', 0)).toEqual({
    start: chorus.start - 1920,
    end: band.length,
    name: 'Chorus',
    playing: chorus.occurrenceKey,
    lead: true,
  });
});

it('one that plays there is heard there; one that plays nowhere changes nothing', () => {
  expect(roundOfPart(band, 'solo', chorus.start)).toBeNull();
  expect(roundOfPart(band, 'nobody', 0)).toBeNull();
  expect(roundOfPart({ ...band, parts: [{ ...band.parts[0]!, notes: [] }] }, 'solo', 0)).toBeNull();
});

it('behind its last note it is heard from the first place it plays', () => {
  const silent = { ...band, parts: [{ ...band.parts[0]!, notes: band.parts[0]!.notes.slice(0, 2) }] };
  expect(roundOfPart(silent, 'solo', 1920)?.name).toBe('Chorus');
});

it('what is tried next is heard where the one before it was, until all is let go', () => {
  useBand.setState({ band, song });
  usePlayer.setState({ playing: false, starting: false, loop: null });
  const round = hear(null, 'solo');
  expect(round?.name).toBe('Chorus');
  usePlayer.setState({ playing: true, loop: round });
  jest.spyOn(player, 'tick').mockReturnValue(chorus.start + 480);
  const setLoop = jest.spyOn(player, 'setLoop');
  expect(hear(null, 'solo')).toEqual(round);
  comeBack();
  expect(setLoop).toHaveBeenLastCalledWith(null);
  // Then it plays on, wherever it is.
  expect(hear(null, 'solo')).toBeNull();
});

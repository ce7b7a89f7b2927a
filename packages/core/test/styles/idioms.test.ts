/**
 * Every shipped style keeps its idiom: the figures beside the styles, each with its source, held to the notes of plain
 * charts at the slowest, the usual and the fastest tempo it suits, over triads, sevenths, one held chord, chords that are
 * written again, two to the bar, and some that are pushed.
 */
import { renderBand } from '@backline/core/band/index';
import { idiomHeard, type HeardFigure } from '@backline/core/measures/idiom';
import { OURS } from '@backline/core/styles/index';
import { idiomOf } from '@backline/core/styles/idioms';
import { DRUMS, PERCUSSION } from '@backline/core/parts/drums/percussionMap';
import { withSettings } from '../support/music';
import { idiomCharts } from '../measures/idiomCharts';

describe.each(OURS.styles.all.map((style) => [style.id, style] as const))('%s', (id, style) => {
  const figures = idiomOf(id);

  it('has three to six figures, each of a part of its band, of pieces there are, and of a metre it is for', () => {
    expect(figures.length).toBeGreaterThanOrEqual(3);
    const band = style.band.map((member) => (typeof member === 'string' ? member : member.kind));
    for (const { kind, pieces = [], metre } of figures) {
      expect([id, band.includes(kind)]).toEqual([id, true]);
      expect(pieces.filter((piece) => !(piece in DRUMS) && !(piece in PERCUSSION))).toEqual([]);
      expect([id, style.metres.includes(metre)]).toEqual([id, true]);
    }
  });

  const charts = idiomCharts(style).map(({ name, song, slack }) => [name, song, slack] as const);
  it.each(charts)('%s: keeps them', (_, song, slack) => {
    const heard = idiomHeard(renderBand(song, OURS), figures);
    const isMissed = ({ figure: { least = -Infinity, most = Infinity }, value }: HeardFigure): boolean =>
      value !== null && (value < least * (1 - slack) || value > most * (1 + slack));
    expect(heard.filter(isMissed).map(({ figure, value }) => [figure.says, value])).toEqual([]);
    // Only a chart of one chord has no change, by which some figures go.
    const byChange = ['changes led into', 'function there'];
    const unheard = heard.filter(({ value, figure }) => value === null && !byChange.includes(figure.measure));
    expect(unheard).toEqual([]);
  });
});

describe('the figures can fail', () => {
  const chart = (style: string) => {
    const found = OURS.styles.all.find((s) => s.id === style)!;
    return idiomCharts(found)[0]!.song;
  };
  it.each([
    ['saltbreeze', 'guitar', 'campfire'],
    ['terrazzo', 'drums', 'floor-four'],
    ['courtyard', 'bass', 'driving-eighths'],
    ['fencepost', 'bass', 'driving-eighths'],
    ['turnabout', 'guitar', 'campfire'],
    ['undertow', 'drums', 'rock-eighths'],
    ['lamplight', 'bass', 'long-roots'],
    ['dustjacket', 'drums', 'rock-eighths'],
  ])('%s with another %s (%s)', (style, part, pattern) => {
    const song = withSettings(chart(style), part, { pattern });
    const broken = idiomHeard(renderBand(song, OURS), idiomOf(style)).filter(({ holds }) => !holds);
    expect(broken.map(({ figure }) => figure.kind)).toContain(part);
  });
});

/** Styles, patterns and players of version 1 are played by as ever: their fields go by other words now. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { renderBand } from '@backline/core/band/index';
import { readUserDocument } from '@backline/core/userStyles/read';
import { repertoireWith } from '@backline/core/userStyles/repertoire';
import type { Grid } from '@backline/core/style/pattern';
import { song } from '../support/music';

/** A style, a family of patterns and a player as version 1 wrote them. This file is never changed. */
const FROZEN = JSON.parse(readFileSync(join(__dirname, 'frozen/version-1.json'), 'utf8')) as Record<
  'style' | 'patterns' | 'player',
  object
>;

const read = (document: object) => {
  const { own, trouble } = readUserDocument(document);
  expect(trouble).toBeNull();
  return own!;
};

it('a style opens with all it held', () => {
  const own = read(FROZEN.style);
  expect(own).toMatchObject({
    what: 'style',
    style: {
      version: 2,
      anticipation: { share: 0.7 },
      traits: { locked: false, builds: 1.25 },
      tonicExtension: '6',
      groove: { swing: 50, lateness: 4 },
      band: ['bass', { settings: { repeatVariation: 'freely', anticipation: 120 } }, 'drums'],
      parts: {
        keys: {
          targetLoudness: -6,
          settings: {
            voicingType: 'drop 2',
            pace: 'half time',
            gainOffset: -3,
            groove: { lateness: 9 },
          },
        },
      },
    },
  });
  const { patterns } = (own as Extract<typeof own, { what: 'style' }>).style.parts.bass!;
  const pocket = patterns.at(-1) as (typeof patterns)[number] & { readonly grids: readonly Grid[] };
  expect(pocket.id).toBe('own-pocket');
  expect(pocket.grids[0]!.events.map(({ at, minDensity }) => [at, minDensity]).slice(0, 2)).toEqual([
    [0, 1],
    [0.75, 3],
  ]);
});

it('its patterns and its player too, and a song by them sounds', () => {
  expect(read(FROZEN.patterns)).toMatchObject({ what: 'patterns', patterns: [{ id: 'own-pocket' }] });
  expect(read(FROZEN.player)).toMatchObject({
    what: 'player',
    player: {
      version: 2,
      settings: { pace: 'double time', panOffset: 20, sendOffset: -5, shelfOffset: 2 },
    },
  });
  const band = renderBand({ ...song('C | F'), style: 'own-court' }, repertoireWith([FROZEN.style]));
  expect(band.parts.every((part) => part.trouble === null && part.notes.length > 0)).toBe(true);
});

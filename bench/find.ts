/**
 * Finding: how long it takes to rank and filter everything for a song, and from a tried pattern to the score of it.
 * Against one frame of a screen, and JSON.stringify of the same patterns. Run with: npx tsx bench/find.ts
 */
import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit } from '@backline/core/edits/apply';
import { setSettings } from '@backline/core/edits/settings';
import { isPatternAsked, moreLike } from '@backline/core/ranking/find';
import { rankPatterns, rankStyles } from '@backline/core/ranking/rank';
import { songFacts } from '@backline/core/ranking/song';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { OURS } from '@backline/core/styles/index';
import { gzipSync } from 'node:zlib';
import { medians, ms } from './support';
import { longSong } from '../packages/core/test/support/music';

const song = longSong(64);
const all = [...LIBRARY.values()].flat();
const basses = LIBRARY.get('bass')!;
const memory = regionMemory();
renderBand(song, OURS, memory);
let turn = 0;
const [rank, filter, near, text, tried] = medians([
  () => {
    const facts = songFacts(song, OURS);
    for (const patterns of LIBRARY.values()) rankPatterns(patterns, facts);
    rankStyles(OURS.styles.all, facts);
  },
  () => all.filter((p) => isPatternAsked(p, { words: 'soul funk', feel: 'sixteenths' })),
  () => moreLike(basses[turn % basses.length]!, basses),
  () => JSON.stringify(all),
  () => {
    const { id } = basses[turn++ % basses.length]!;
    renderBand(applyEdit(song, setSettings('bass', null, { pattern: id }))!.song, OURS, memory);
  },
]) as [number, number, number, number, number];
const sent = gzipSync(JSON.stringify([all, OURS.styles.all.map(({ parts: _, ...style }) => style)]), {
  level: 9,
});
console.log(
  `${all.length} patterns, ${OURS.styles.all.length} styles, ${Math.round(sent.length / 1000)} kB gzip; bound 120 kB`,
);
console.log(
  `  all ranked in ${ms(rank)}, filtered in ${ms(filter)}, neighbours of one in ${ms(near)}; bound 16 ms together`,
);
console.log(`  ${((rank + filter) / text).toFixed(2)} times JSON.stringify of the patterns (${ms(text)})`);
console.log(
  `  a pattern tried in 64 bars of seven parts: ${ms(tried)} until its notes are there; bound 150 ms`,
);

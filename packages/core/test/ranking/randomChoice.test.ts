/** The dice for several parts: fair, fitting, one edit, and never for who is frozen or not chosen. */
import { applyEdit, undoStep } from '@backline/core/edits/apply';
import { setPatterns } from '@backline/core/edits/settings';
import { rankPatterns } from '@backline/core/ranking/rank';
import { songFacts } from '@backline/core/ranking/song';
import { randomChoiceFor } from '@backline/core/ranking/randomChoice';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { resolvedInScope } from '@backline/core/timeline/scopes';
import { patternsAtHand } from '@backline/core/timeline/settings';

const song = readChart('tempo: 110\n[Verse]\nC | Am | F | G\n[Chorus]\nF | G', OURS);
const all = song.parts.map((p) => p.id);

it('gives each chosen part another pattern that fits, and the others none', () => {
  const thrown = randomChoiceFor(song, OURS, ['bass', 'drums'], null, 3);
  expect(thrown.map(({ part }) => part.id)).toEqual(['bass', 'drums']);
  for (const { part, pattern } of thrown) {
    const kind = OURS.kinds.get(part.kind)!;
    const style = OURS.styles.standIn;
    expect(resolvedInScope(kind, style, song, part, null).pattern).not.toBe(pattern);
    const ranked = rankPatterns(patternsAtHand(kind, style), songFacts(song, OURS));
    const { score } = ranked.find(({ item }) => item.id === pattern)!;
    expect(score).toBeGreaterThanOrEqual(ranked[0]!.score * 0.8);
  }
});

it('many throws reach many choices, and parts do not go in step', () => {
  const throws = Array.from({ length: 60 }, (_, i) => randomChoiceFor(song, OURS, all, null, i));
  for (const id of ['bass', 'keys', 'guitar', 'drums']) {
    const got = throws.map((t) => t.find(({ part }) => part.id === id)!.pattern);
    expect([id, new Set(got).size > 8]).toEqual([id, true]);
  }
  expect(new Set(throws.map((t) => t.map(({ pattern }) => pattern).join())).size).toBe(60);
});

it('a frozen part and one of an unknown kind keep what they have', () => {
  const [bass, keys, ...rest] = song.parts;
  const parts = [{ ...bass!, frozen: [] }, { ...keys!, kind: 'theremin' }, ...rest];
  const thrown = randomChoiceFor({ ...song, parts }, OURS, all, null, 1);
  expect(thrown.map(({ part }) => part.id)).toEqual(rest.map((p) => p.id));
});

it('is one edit, for the whole song or a section, undone at once', () => {
  const section = song.sections[1]!.id;
  const thrown = randomChoiceFor(song, OURS, all, section, 5);
  const { song: after, step } = applyEdit(song, setPatterns(thrown, section))!;
  expect(Object.keys(after.sections[1]!.settings)).toEqual(all);
  expect(after.sections[0]).toBe(song.sections[0]);
  expect(undoStep(after, step)).toEqual(song);
});

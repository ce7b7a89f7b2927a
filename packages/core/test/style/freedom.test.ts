import { renderBand } from '@backline/core/band/index';
import { newPart, repertoireOf } from '@backline/core/band/repertoire';
import { KINDS } from '@backline/core/parts/index';
import { LIBRARY } from '@backline/core/patternLibrary/index';
import { OURS } from '@backline/core/styles/index';
import { song, withSettings } from '../support/music';

/** Each pattern of the library. */
const cases = KINDS.flatMap((kind) => (LIBRARY.get(kind.id) ?? []).map((p) => [kind, p] as const));

/** A control is shown exactly where it can be heard: the notes themselves are asked. */
describe.each(cases)('%# what a pattern leaves open', (kind, pattern) => {
  const style = { ...OURS.styles.standIn, parts: { [kind.id]: { settings: {}, patterns: [pattern] } } };
  const repertoire = repertoireOf(KINDS, [style]);
  const chart = song('C / / Am7 | F G7 | Dm7 | Em7 A7 | Dm7 G7 | C | F | C');
  const base = { ...chart, parts: [newPart(kind, [])] };
  const told = { ...base, together: { repeatVariation: 'freely' as const } };
  const notes = (settings: object, from = base): string => {
    const played = withSettings(from, kind.id, { on: true, density: 5, pattern: pattern.id, ...settings });
    return JSON.stringify(renderBand(played, repertoire).parts.find((p) => p.kind === kind.id)!.notes);
  };

  it(`${kind.id} ${pattern.id}: variation`, () => {
    const others = [1, 2, 3, 4, 5, 6].map((variation) => notes({ variation }, told));
    expect(others.some((other) => other !== notes({ variation: 0 }, told))).toBe(true);
    const exact = [1, 2, 3, 4, 5, 6].map((variation) => notes({ variation }));
    expect(exact.some((other) => other !== notes({ variation: 0 }))).toBe(kind.varies(pattern));
  });

  it(`${kind.id} ${pattern.id}: at a chord change`, () => {
    expect(notes({ atChange: 'restart' }) !== notes({ atChange: 'carry on' })).toBe(kind.restarts(pattern));
  });
});

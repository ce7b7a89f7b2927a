import { renderBand } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { KINDS } from '@backline/core/parts/index';
import type { Part } from '@backline/core/song/schema';
import { patternsOf } from '@backline/core/timeline/settings';
import { OURS } from '@backline/core/styles/index';
import { STYLES, song, withSettings } from '../support/music';

const cases = STYLES.flatMap((style) =>
  KINDS.flatMap((kind) => patternsOf(kind, style).map((p) => [style, kind, p] as const)),
);
const everyKind = KINDS.reduce<Part[]>((parts, kind) => [...parts, newPart(kind, parts)], []);

/** A control is shown exactly where it can be heard: the notes themselves are asked. */
describe.each(cases)('%# what a pattern leaves open', (style, kind, pattern) => {
  const chart = song('C / / Am7 | F G7 | Dm7 | Em7 A7 | Dm7 G7 | C | F | C', `style: ${style.id}`);
  const base = { ...chart, parts: everyKind };
  const told = { ...base, together: {} };
  const notes = (settings: object, from = base): string => {
    const played = withSettings(from, kind.id, { on: true, density: 5, pattern: pattern.id, ...settings });
    return JSON.stringify(renderBand(played, OURS).parts.find((p) => p.kind === kind.id)!.notes);
  };

  it(`${style.id} ${kind.id} ${pattern.id}: variation`, () => {
    const others = [1, 2, 3, 4, 5, 6].map((variation) => notes({ variation }, told));
    expect(others.some((other) => other !== notes({ variation: 0 }, told))).toBe(true);
    const exact = [1, 2, 3, 4, 5, 6].map((variation) => notes({ variation }));
    expect(exact.some((other) => other !== notes({ variation: 0 }))).toBe(kind.varies(pattern));
  });

  it(`${style.id} ${kind.id} ${pattern.id}: at a chord change`, () => {
    expect(notes({ atChange: 'restart' }) !== notes({ atChange: 'carry on' })).toBe(kind.restarts(pattern));
  });
});

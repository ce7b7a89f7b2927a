import { renderBand } from '@backline/core/band/index';
import type { Kind } from '@backline/core/song/kinds';
import { STYLES, freedomOf } from '@backline/core/style/index';
import { song, withSettings } from '../support/music';

const kinds: Kind[] = ['bass', 'keys', 'guitar', 'arp', 'strings', 'solo', 'drums'];
const cases = STYLES.flatMap((style) =>
  kinds.flatMap((kind) => style.parts[kind].patterns.map((p) => [style, kind, p.id] as const)),
);

/** A control is shown exactly where it can be heard: the notes themselves are asked. */
describe.each(cases)('%# what a pattern leaves open', (style, kind, pattern) => {
  const base = song('C / / Am7 | F G7 | Dm7 | Em7 A7 | Dm7 G7 | C | F | C', `style: ${style.id}`);
  const notes = (settings: object): string => {
    const played = withSettings(base, kind, { on: true, density: 5, pattern, ...settings });
    return JSON.stringify(renderBand(played).parts.find((p) => p.kind === kind)!.notes);
  };
  const freedom = freedomOf(style, kind, pattern);

  it(`${style.id} ${kind} ${pattern}: variation`, () => {
    const others = [1, 2, 3].map((variation) => notes({ variation }));
    expect(others.some((other) => other !== notes({ variation: 0 }))).toBe(freedom.varies);
  });

  it(`${style.id} ${kind} ${pattern}: at a chord change`, () => {
    expect(notes({ atChange: 'restart' }) !== notes({ atChange: 'carry on' })).toBe(freedom.restarts);
  });
});

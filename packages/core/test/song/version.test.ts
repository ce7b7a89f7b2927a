/**
 * The version of the format and its shape go together: whoever adds, takes away or bounds a field raises the version,
 * so that an app which does not know it says so and keeps its hands off.
 */
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { SONG_VERSION, MADE_BY_NEWER, readSong } from '@backline/core/song/read';
import { songShape } from '@backline/core/song/schema';
import { song } from '../support/music';

/** What the shape of each version came to, as it was when the next one began. Lines are added, never changed. */
const SHAPES = JSON.parse(readFileSync(join(__dirname, 'frozen/shapes.json'), 'utf8')) as Record<
  string,
  string
>;

/** The same, whatever order its fields stand in. */
const inOrder = (_name: string, value: unknown): unknown =>
  value && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;

/** The shape as JSON Schema has it, in one word. */
function fingerprint(): string {
  const shape = z.toJSONSchema(songShape, { io: 'input', unrepresentable: 'any' });
  return createHash('sha256').update(JSON.stringify(shape, inOrder)).digest('hex').slice(0, 16);
}

it('a song of another shape has another version', () => {
  expect({ version: SONG_VERSION, shape: SHAPES[SONG_VERSION] }).toEqual({
    version: SONG_VERSION,
    shape: fingerprint(),
  });
  expect(Object.keys(SHAPES).map(Number).at(-1)).toBe(SONG_VERSION);
});

it('a song of a later version is left alone, with what is not known of it, and said to be newer', () => {
  const later = { ...song('C | F'), version: SONG_VERSION + 1, takes: [{ of: 'tomorrow' }] };
  expect(readSong(later)).toEqual({ song: null, trouble: MADE_BY_NEWER, code: 'version-newer' });
});

/** The worker that engraves staves, loaded where one is first shown. */
import type { Engraving } from '@backline/engraving/worker';
import type { Room } from '@backline/engraving/engraver';
import { MUSIC_FONT } from '@backline/engraving/engraver';
import { RemoteWorker } from '../shared/remote';

const NOT_ENGRAVED =
  'The staff could not be engraved. The first time it needs the server: try again when it can be reached.';

const engraver = new RemoteWorker<Engraving>(
  () => new Worker('/engraving/worker.js', { type: 'module' }),
  NOT_ENGRAVED,
);

let font: Promise<void> | null = null;

/** The font of signs within words, once for the page. */
function withFont(): Promise<void> {
  font ??= engraver
    .ask((asked) => asked.font())
    .then(
      async (address) => void document.fonts.add(await new FontFace(MUSIC_FONT, `url(${address})`).load()),
    )
    .catch((error: unknown) => {
      font = null;
      throw error;
    });
  return font;
}

/** Engraved passages that are remembered: those of a long song, at two widths. */
const MOST = 60;
const known = new Map<string, string>();

function remember(key: string, svg: string): void {
  known.set(key, svg);
  if (known.size > MOST) known.delete(known.keys().next().value!);
}

/**
 * A document as SVG.
 * @throws Error with a sentence where the engraver cannot be had.
 */
export async function engrave(text: string, room: Room): Promise<string> {
  const key = `${room.width} ${room.space} ${text}`;
  const svg = known.get(key);
  if (svg !== undefined) return svg;
  try {
    await withFont();
    const made = await engraver.ask((asked) => asked.engrave(text, room));
    remember(key, made);
    return made;
  } catch {
    // What went wrong within is nothing that a writer can mend. A browser may remember what it could not load.
    engraver.end();
    throw new Error(NOT_ENGRAVED);
  }
}

/** Engraves off the main thread. The library lies beside this file as it is published, and can be exchanged there. */
import { expose } from 'comlink';
import { engraved, musicFont, type Room } from './engraver';
import type { Toolkit } from './toolkit';

/** The folder the library is served from; put in when this is bundled. */
declare const LIBRARY: string;

async function loaded(): Promise<Toolkit> {
  const [{ default: createModule }, { VerovioToolkit }] = (await Promise.all([
    import(`${LIBRARY}/verovio-module.mjs`),
    import(`${LIBRARY}/verovio.mjs`),
  ])) as [
    { readonly default: () => Promise<unknown> },
    { readonly VerovioToolkit: new (module: unknown) => Toolkit },
  ];
  return new VerovioToolkit(await createModule());
}

let toolkit: Promise<Toolkit> | null = null;

/** The toolkit, loaded at the first question; what could not be loaded is asked for again at the next. */
function ready(): Promise<Toolkit> {
  toolkit ??= loaded().catch((error: unknown) => {
    toolkit = null;
    throw error;
  });
  return toolkit;
}

const engraving = {
  async engrave(document: string, room: Room): Promise<string> {
    return engraved(await ready(), document, room);
  },

  async font(): Promise<string> {
    return musicFont(await ready());
  },
};

export type Engraving = typeof engraving;

expose(engraving);

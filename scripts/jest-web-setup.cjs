/** What a browser's module scope has and Jest's has not: the address of the module, from which workers are started. */
globalThis.__ExpoImportMetaRegistry = { url: 'http://127.0.0.1/' };

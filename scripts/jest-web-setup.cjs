/** What a browser's module scope has and Jest's has not: the address of the module, from which workers are started. */
globalThis.__ExpoImportMetaRegistry = { url: 'http://127.0.0.1/' };

/** The browser's database, in memory, and how it copies what it is given: jsdom has neither. */
globalThis.structuredClone ??= (value) => require('node:v8').deserialize(require('node:v8').serialize(value));
require('fake-indexeddb/auto');

// What is waited for is waited for until it comes: no outcome depends on how busy the machine is.
require('./jest-computed-style.cjs');
require('@testing-library/dom').configure({ asyncUtilTimeout: 300_000 });

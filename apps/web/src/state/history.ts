/**
 * What is open over a screen has a place in the browser's history: Back, the phone's gesture and Escape close what was
 * opened last, Forward and a reload bring it back. The address names it behind a #, which the router leaves alone.
 */
import { useEffect, useLayoutEffect, useRef } from 'react';

/** Something open: which of those that can be, and what in it. */
interface Open {
  readonly name: string;
  readonly text: string;
}

type Setter = (text: string | null) => void;

const inAddress = (open: readonly Open[]): string =>
  open.map(({ name, text }) => `${name}=${encodeURIComponent(text)}`).join('&');

function ofAddress(hash: string): Open[] {
  return hash
    .replace(/^#/, '')
    .split('&')
    .flatMap((one): Open[] => {
      const at = one.indexOf('=');
      if (at < 1) return [];
      try {
        return [{ name: one.slice(0, at), text: decodeURIComponent(one.slice(at + 1)) }];
      } catch {
        return [];
      }
    });
}

const has = (): boolean => typeof window !== 'undefined' && typeof window.history?.pushState === 'function';
const here = (): Open[] => ofAddress(window.location.hash);
const without = (): string => window.location.pathname + window.location.search;
const addressOf = (open: readonly Open[]): string => without() + (open.length ? `#${inAddress(open)}` : '');
/** The router's own name of an entry; those of what is open over a screen share it. */
const entryId = (): unknown => (window.history.state as { id?: unknown } | null)?.id ?? null;

/** What is open, in the order it was opened. */
let wanted: readonly Open[] = [];
/** What an address asks for that nobody has opened yet: its screen is still on its way. */
let asked: readonly Open[] = [];
/** What was open when the page came, and whether it came by a reload: then its entry is there, and is filled again. */
let came: readonly Open[] = [];
let isReloaded = false;
let going = false;
let known: unknown = null;
const setters = new Map<string, Setter>();

const isSame = (a: readonly Open[], b: readonly Open[]): boolean => inAddress(a) === inAddress(b);

const isCome = (open: Open): boolean => came.some((one) => isSame([one], [open]));

/** What came with the page is there as its screens are, in whatever order: it lies as it lay. */
function inOrder(open: readonly Open[]): readonly Open[] {
  if (!open.every(isCome)) return open;
  const names = came.map(({ name }) => name);
  return [...open].sort((a, b) => names.indexOf(a.name) - names.indexOf(b.name));
}

/** The router's address of a song that has no screen yet: it puts another in its place in a moment. */
const ON_ITS_WAY = /^\/song\/[^/]+\/?$/;

/** Brings the history in step with what is open. A way back is waited for: nothing is put in front of it meanwhile. */
function keepUp(): void {
  if (going || !has()) return;
  if (ON_ITS_WAY.test(window.location.pathname)) {
    keepUpSoon(SETTLED);
    return;
  }
  const actual = here();
  known = entryId();
  if (isSame(actual, wanted)) return;
  if (isReloaded && wanted.length > actual.length && wanted.every(isCome)) {
    window.history.replaceState(window.history.state, '', addressOf(wanted));
    return;
  }
  isReloaded = false;
  if (wanted.length < actual.length) {
    going = true;
    window.history.go(wanted.length - actual.length);
    return;
  }
  if (actual.length && !isSame(actual, wanted.slice(0, actual.length))) {
    window.history.replaceState(window.history.state, '', addressOf(wanted.slice(0, actual.length)));
  }
  for (let count = actual.length + 1; count <= wanted.length; count++) {
    window.history.pushState(window.history.state, '', addressOf(wanted.slice(0, count)));
  }
}

let due: ReturnType<typeof setTimeout> | undefined;

/** A while after which an address says what something that stays open has come to, milliseconds: browsers bound how often. */
const SETTLED = 200;

/** Soon: what closes and what opens in one act is one step. */
function keepUpSoon(after = 0): void {
  clearTimeout(due);
  due = setTimeout(keepUp, after);
}

function opened(name: string, text: string | null): void {
  const before = wanted.find((open) => open.name === name);
  if ((before?.text ?? null) === text) return;
  if (text === null) wanted = wanted.filter((open) => open.name !== name);
  else if (before) wanted = wanted.map((open) => (open.name === name ? { name, text } : open));
  else wanted = inOrder([...wanted, { name, text }]);
  keepUpSoon(before && text !== null && isSame(here().slice(0, -1), wanted.slice(0, -1)) ? SETTLED : 0);
}

/** Opens what an address says, and closes what it does not. */
function follow(open: readonly Open[]): void {
  wanted = open.filter(({ name }) => setters.has(name));
  asked = open.filter(({ name }) => !setters.has(name));
  for (const [name, set] of setters) set(open.find((one) => one.name === name)?.text ?? null);
}

function popped(event: PopStateEvent): void {
  if (going && entryId() === known) {
    // The way back that was gone here.
    going = false;
    event.stopImmediatePropagation();
    if (!isSame(here(), wanted)) {
      window.history.replaceState(window.history.state, '', addressOf(wanted.slice(0, here().length)));
      keepUpSoon();
    }
    return;
  }
  going = false;
  const open = here();
  if (entryId() === known) {
    event.stopImmediatePropagation();
    follow(open);
    return;
  }
  // Another screen: the router goes there by its own address, and what was open over it comes back with it.
  known = entryId();
  wanted = [];
  asked = open;
  if (!open.length) return;
  window.history.replaceState(window.history.state, '', without());
  setTimeout(() => {
    const [first, ...more] = open;
    window.history.replaceState(window.history.state, '', addressOf(more.length ? open : [first!]));
    follow(open);
  });
}

// Before the router reads the address: what is open over a screen is nothing of its own.
if (has()) {
  // A reload, or an address that was given: its screen comes first, what is open over it when that is there.
  asked = here();
  came = asked;
  isReloaded = entryId() !== null;
  if (asked.length) window.history.replaceState(window.history.state, '', without());
  window.addEventListener('popstate', popped, true);
}

/**
 * Gives something that opens and closes its place in the history.
 * @param name which it is, a word for the address.
 * @param text what is open in it, or null where it is closed.
 * @param set opens it as the address says, or closes it.
 */
export function useInHistory(name: string, text: string | null, set: Setter): void {
  const latest = useRef(set);
  useLayoutEffect(() => {
    latest.current = set;
  });
  useEffect(() => {
    setters.set(name, (value) => latest.current(value));
    const waiting = asked.find((open) => open.name === name);
    asked = asked.filter((open) => open.name !== name);
    if (waiting) latest.current(waiting.text);
    return () => {
      setters.delete(name);
      opened(name, null);
    };
  }, [name]);
  useEffect(() => opened(name, text), [name, text]);
}

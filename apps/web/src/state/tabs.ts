/**
 * The tabs of this device: each holds a lock as long as it lives, so that another can tell what was
 * left behind by one that is gone from what one still works on.
 */
import { newId } from './newId';

const PREFIX = 'backline/tab/';

/** This tab, anew at every load of the page. */
export const THIS_TAB = newId();

const locks = typeof navigator === 'undefined' ? undefined : navigator.locks;

// Held until the page goes, by a promise that is never kept.
void locks?.request(PREFIX + THIS_TAB, () => new Promise<void>(() => undefined));

/** Tabs that live; without locks only this one is known of. */
export async function livingTabs(): Promise<ReadonlySet<string>> {
  const { held = [] } = (await locks?.query()) ?? {};
  const tabs = held.flatMap(({ name }) => (name?.startsWith(PREFIX) ? [name.slice(PREFIX.length)] : []));
  return new Set([THIS_TAB, ...tabs]);
}

/** Does something that no other tab of the device does at the same time. */
export async function alone<T>(name: string, work: () => T | Promise<T>): Promise<T> {
  return locks ? locks.request(`backline/${name}`, () => work()) : work();
}

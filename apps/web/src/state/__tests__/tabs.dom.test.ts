/** Tabs of one device, told apart by locks; and the only tab where the browser has none. */
export {};
/** The browser's locks as far as they are used: one holder of a name at a time, and who waits. */
class Locks {
  readonly holders: { readonly name: string }[] = [];
  private readonly tails = new Map<string, Promise<unknown>>();
  request<T>(name: string, work: () => Promise<T>): Promise<T> {
    const own = (this.tails.get(name) ?? Promise.resolve()).then(async () => {
      const lock = { name };
      this.holders.push(lock);
      try {
        return await work();
      } finally {
        this.holders.splice(this.holders.indexOf(lock), 1);
      }
    });
    this.tails.set(
      name,
      own.catch(() => undefined),
    );
    return own;
  }
  query() {
    return Promise.resolve({ held: [...this.holders] });
  }
}

async function tabWith(locks: Locks | undefined) {
  Object.defineProperty(navigator, 'locks', { value: locks, configurable: true });
  jest.resetModules();
  const tab = await import('../tabs');
  await new Promise((done) => setTimeout(done));
  return tab;
}

it('each load of the page is a tab of its own, seen by the others while it lives', async () => {
  const locks = new Locks();
  const [one, two] = [await tabWith(locks), await tabWith(locks)];
  expect(one.THIS_TAB).not.toBe(two.THIS_TAB);
  expect(await one.livingTabs()).toEqual(new Set([one.THIS_TAB, two.THIS_TAB]));
  locks.holders.splice(0, 1);
  expect(await two.livingTabs()).toEqual(new Set([two.THIS_TAB]));
  // A lock of something else is no tab.
  locks.holders.push({ name: 'something else' });
  expect(await two.livingTabs()).toEqual(new Set([two.THIS_TAB]));
});

it('what is done alone is done one after the other, also where one of them fails', async () => {
  const locks = new Locks();
  const [one, two] = [await tabWith(locks), await tabWith(locks)];
  const done: string[] = [];
  const work = (name: string) => async () => {
    done.push(`${name} begins`);
    await new Promise((next) => setTimeout(next));
    done.push(`${name} ends`);
    if (name === 'a') throw new Error('full');
    return name;
  };
  const all = await Promise.allSettled([
    one.alone('saving', work('a')),
    two.alone('saving', work('b')),
    one.alone('saving', work('c')),
  ]);
  expect(all.map(({ status }) => status)).toEqual(['rejected', 'fulfilled', 'fulfilled']);
  expect(done).toEqual(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends']);
});

it('without locks this tab is the only one, and works all the same', async () => {
  const tab = await tabWith(undefined);
  expect(await tab.livingTabs()).toEqual(new Set([tab.THIS_TAB]));
  expect(await tab.alone('saving', () => 7)).toBe(7);
});

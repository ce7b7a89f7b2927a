import { create } from 'zustand';

/** A version of the app that has come and waits until it is used; null where there is none. */
export const useNewVersion = create<{ readonly waiting: ServiceWorker | null }>(() => ({ waiting: null }));

const offer = (waiting: ServiceWorker | null): void => useNewVersion.setState({ waiting });

/** Says so where a version has come while another is in use. */
function watch(registration: ServiceWorkerRegistration): void {
  const { waiting } = registration;
  if (waiting && navigator.serviceWorker.controller) offer(waiting);
  registration.addEventListener('updatefound', () => {
    const coming = registration.installing;
    coming?.addEventListener('statechange', () => {
      if (coming.state === 'installed' && navigator.serviceWorker.controller) offer(coming);
    });
  });
}

/** What a page is asked for that is kept for when the network is away. */
const KEPT = /\/api\/(own|progressions)|\/sound\//;

/** Asks once more for what a first visit had before anything could keep it. */
function keepFirstVisit(): void {
  const had = performance.getEntriesByType('resource').map(({ name }) => name);
  for (const address of new Set(had.filter((name) => KEPT.test(name)))) {
    void fetch(address).catch(() => undefined);
  }
}

/** From now on the app opens without the network. Where the browser has no room for that, it goes on as it is. */
export async function keepForOffline(): Promise<void> {
  const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined;
  if (!workers) return;
  if (!workers.controller) workers.addEventListener('controllerchange', keepFirstVisit, { once: true });
  try {
    watch(await workers.register('/offline.js'));
  } catch {
    workers.removeEventListener('controllerchange', keepFirstVisit);
  }
}

/** Uses the version that waits: the page comes anew with it. What was changed is kept on the device as ever. */
export function takeNewVersion(reload: () => void = () => window.location.reload()): void {
  const { waiting } = useNewVersion.getState();
  if (!waiting) return;
  navigator.serviceWorker.addEventListener('controllerchange', reload, { once: true });
  waiting.postMessage({ type: 'SKIP_WAITING' });
  offer(null);
}

/** Goes on with the version that is open; the next visit has the new one. */
export const keepOldVersion = (): void => offer(null);

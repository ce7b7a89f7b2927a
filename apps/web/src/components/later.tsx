import { Suspense, lazy, type ComponentType } from 'react';
import { ActivityIndicator } from 'react-native-paper';

/** A screen that is no part of the first load: it comes when there is nothing else to do, or when it is opened. */
export function later(load: () => Promise<ComponentType>): ComponentType {
  const Loaded = lazy(() => load().then((component) => ({ default: component })));
  // Not where there is no browser to say when it is idle.
  if (typeof requestIdleCallback === 'function')
    requestIdleCallback(() => void load().catch(() => undefined));
  return function Later() {
    return (
      <Suspense fallback={<ActivityIndicator accessibilityLabel="Opening" />}>
        <Loaded />
      </Suspense>
    );
  };
}

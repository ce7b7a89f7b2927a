import { Suspense, lazy, type ComponentType } from 'react';
import { ActivityIndicator } from 'react-native-paper';

/** A screen that comes when it is first opened, and is no part of the first load. */
export function later(load: () => Promise<ComponentType>): ComponentType {
  const Loaded = lazy(() => load().then((component) => ({ default: component })));
  return function Later() {
    return (
      <Suspense fallback={<ActivityIndicator accessibilityLabel="Opening" />}>
        <Loaded />
      </Suspense>
    );
  };
}

import { useEffect, useState, type ComponentType } from 'react';
import { ActivityIndicator } from 'react-native-paper';

/**
 * A screen that is no part of the first load: it comes when there is nothing else to do, or when it is opened.
 * Kept in a state of its own: suspended, a screen was seen to stay so in a navigator that goes on rendering.
 */
export function later(load: () => Promise<ComponentType>): ComponentType {
  let loaded: ComponentType | null = null;
  const fetched = () => load().then((component) => (loaded = component));
  // Not where there is no browser to say when it is idle.
  if (typeof requestIdleCallback === 'function')
    requestIdleCallback(() => void fetched().catch(() => undefined));
  return function Later() {
    const [Screen, setScreen] = useState<ComponentType | null>(() => loaded);
    const [failed, setFailed] = useState<unknown>(null);
    useEffect(() => {
      if (!Screen) fetched().then((component) => setScreen(() => component), setFailed);
    }, [Screen]);
    // The boundary around the screen says so.
    if (failed) throw failed;
    return Screen ? <Screen /> : <ActivityIndicator accessibilityLabel="Opening" />;
  };
}

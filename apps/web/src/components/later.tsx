import { useEffect, useState, type ComponentType } from 'react';
import { ActivityIndicator } from 'react-native-paper';

/**
 * What is no part of the first load: it comes when there is nothing else to do, or when it is opened.
 * Kept in a state of its own: suspended, a screen was seen to stay so in a navigator that goes on rendering.
 */
export function later<P extends object>(load: () => Promise<ComponentType<P>>): ComponentType<P> {
  let loaded: ComponentType<P> | null = null;
  const fetched = () => load().then((component) => (loaded = component));
  // Not where there is no browser to say when it is idle.
  if (typeof requestIdleCallback === 'function')
    requestIdleCallback(() => void fetched().catch(() => undefined));
  return function Later(props: P) {
    const [Content, setContent] = useState<ComponentType<P> | null>(() => loaded);
    const [failed, setFailed] = useState<unknown>(null);
    useEffect(() => {
      if (!Content) fetched().then((component) => setContent(() => component), setFailed);
    }, [Content]);
    // The boundary around the screen says so.
    if (failed) throw failed;
    return Content ? <Content {...props} /> : <ActivityIndicator accessibilityLabel="Opening" />;
  };
}

/** The same for what nobody waits for: nothing stands in its place until it comes, and nothing is said if it does not. */
export function quietly(load: () => Promise<ComponentType>): ComponentType {
  return function Quietly() {
    const [Content, setContent] = useState<ComponentType | null>(null);
    useEffect(() => {
      load().then(
        (component) => setContent(() => component),
        () => undefined,
      );
    }, []);
    return Content ? <Content /> : null;
  };
}

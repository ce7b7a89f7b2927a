import { useEffect, useState, type ComponentType } from 'react';
import { StyleSheet, View } from 'react-native';
import { ActivityIndicator } from 'react-native-paper';

const styles = StyleSheet.create({ wait: { flex: 1, justifyContent: 'center' } });

/** What stands where a whole screen will be: a landmark like the screen itself, so that nobody is nowhere. */
export function Opening({ what = 'Opening' }: { what?: string }) {
  return (
    <View role="main" style={styles.wait}>
      <ActivityIndicator accessibilityLabel={what} />
    </View>
  );
}

function OpeningPart() {
  return <ActivityIndicator accessibilityLabel="Opening" />;
}

/**
 * What is no part of the first load: it comes when there is nothing else to do, or when it is opened.
 * Kept in a state of its own: suspended, a screen was seen to stay so in a navigator that goes on rendering.
 * @param Waiting what stands in its place until then; `Opening` for a screen that has no shell around it.
 * @param Instead what does the same where it does not come; without it the boundary around the screen says so.
 */
export function later<P extends object>(
  load: () => Promise<ComponentType<P>>,
  Waiting: ComponentType = OpeningPart,
  Instead: ComponentType<P> | null = null,
): ComponentType<P> {
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
    if (failed) {
      if (!Instead) throw failed;
      return <Instead {...props} />;
    }
    return Content ? <Content {...props} /> : <Waiting />;
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

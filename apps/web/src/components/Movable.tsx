import { createContext, useContext, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { View, type ViewStyle } from 'react-native';
import { createPortal } from 'react-dom';

const Host = createContext<HTMLElement | null>(null);

/** It takes up the room of its seat as if it were not there. */
const AS_NONE = { display: 'contents' } as unknown as ViewStyle;

function newHost(): HTMLElement {
  const host = document.createElement('div');
  host.style.display = 'contents';
  return host;
}

/**
 * Something that sits now here, now there on the page, as there is room, and stays what it is: what was typed in it, and
 * where it was scrolled to, goes along. Within `children` a {@link Seat} says where.
 */
export function Movable({ what, children }: { what: ReactNode; children: ReactNode }) {
  const [host] = useState(newHost);
  return (
    <Host.Provider value={host}>
      {children}
      {createPortal(what, host)}
    </Host.Provider>
  );
}

/** Where it sits. @param otherwise what stands here where nothing can move. */
export function Seat({ otherwise = null }: { otherwise?: ReactNode }) {
  const host = useContext(Host);
  const seat = useRef<View>(null);
  useLayoutEffect(() => {
    const at = seat.current as unknown as HTMLElement | null;
    if (!host || !at) return;
    const { activeElement } = document;
    at.appendChild(host);
    // A browser takes the focus from what is moved.
    if (host.contains(activeElement)) (activeElement as HTMLElement).focus({ preventScroll: true });
  }, [host]);
  return host ? <View ref={seat} style={AS_NONE} /> : otherwise;
}

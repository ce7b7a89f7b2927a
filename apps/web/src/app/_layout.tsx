import { MaterialDesignIcons } from '@react-native-vector-icons/material-design-icons';
import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_600SemiBold } from '@expo-google-fonts/atkinson-hyperlegible-next/600SemiBold';
import { NotoSansSymbols_400Regular } from '@expo-google-fonts/noto-sans-symbols/400Regular';
import { YoungSerif_400Regular } from '@expo-google-fonts/young-serif/400Regular';
import '../components/onceOnly';
import '../state/history';
import { useFonts } from 'expo-font';
import { Stack } from 'expo-router';
import { useEffect } from 'react';
import { PaperProvider } from 'react-native-paper';
import { SWRConfig } from 'swr';
import { Boundary } from '../components/Boundary';
import { quietly } from '../components/later';
import type { IconName } from '../components/PartBadge';
import { darkTheme, lightTheme } from '../theme/paper';
import { FONT } from '../theme/tokens';
import { useScheme } from '../theme/scheme';
import { usePalette } from '../theme/usePalette';

/** The page behind the app in the app's own colours, and a focus that can be seen. */
function usePageColours(): void {
  const palette = usePalette();
  useEffect(() => {
    const sheet = document.createElement('style');
    sheet.textContent = `
      html, body { background: ${palette.paper}; }
      [role=dialog] input:not([type=range]), [role=dialog] textarea { outline: none !important; }
      :focus-visible { outline: 3px solid ${palette.action} !important; outline-offset: 2px; border-radius: 6px; }
      /* In the header the mark stays inside, off the line below. */
      [role=banner] input:focus-visible { outline-offset: -4px; }
      .place-in-form { appearance: none; background: transparent; cursor: pointer; }
      .place-in-form::-webkit-slider-thumb {
        appearance: none; width: 8px; height: 20px; border-radius: 3px; background: ${palette.action};
        border: 1.5px solid ${palette.raised};
      }
      .place-in-form::-moz-range-thumb {
        width: 6px; height: 18px; border-radius: 3px; background: ${palette.action};
        border: 1.5px solid ${palette.raised};
      }
    `;
    document.head.appendChild(sheet);
    return () => sheet.remove();
  }, [palette]);
}

/** The page is as high as what can be seen of it: a phone's keyboard takes from it and covers nothing. */
function useVisibleHeight(): void {
  useEffect(() => {
    const meta = document.querySelector<HTMLMetaElement>('meta[name=viewport]');
    if (meta && !meta.content.includes('interactive-widget'))
      meta.content += ', interactive-widget=resizes-content';
    const view = window.visualViewport;
    if (!view) return undefined;
    const fit = (): void => {
      // Where the page is zoomed by hand, less is seen of it, and it stays as it is.
      const covered = view.scale === 1 && view.height < window.innerHeight;
      document.documentElement.style.height = covered ? `${view.height}px` : '';
      if (covered) window.scrollTo(0, 0);
    };
    view.addEventListener('resize', fit);
    return () => view.removeEventListener('resize', fit);
  }, []);
}

const NewVersion = quietly(() => import('../components/NewVersion').then((m) => m.NewVersion));

export default function RootLayout() {
  const dark = useScheme((s) => s.isDark);
  const palette = usePalette();
  const [ready, failed] = useFonts({
    [FONT.text]: AtkinsonHyperlegibleNext_400Regular,
    [FONT.strong]: AtkinsonHyperlegibleNext_600SemiBold,
    [FONT.symbols]: NotoSansSymbols_400Regular,
    [FONT.chord]: YoungSerif_400Regular,
  });
  usePageColours();
  useVisibleHeight();
  const isDrawn = Boolean(ready || failed);
  // What the page shows from its first bytes on goes once there is something of the app.
  useEffect(() => {
    if (isDrawn) document.getElementById('first')?.remove();
  }, [isDrawn]);
  if (!isDrawn) return null;
  return (
    <SWRConfig value={{ shouldRetryOnError: true, errorRetryInterval: 4000 }}>
      <PaperProvider
        theme={dark ? darkTheme : lightTheme}
        settings={{
          icon: ({ name, ...props }) => (
            <MaterialDesignIcons name={name as IconName} aria-hidden {...props} />
          ),
        }}
      >
        <NewVersion />
        <Boundary>
          <Stack
            screenOptions={{
              headerShown: false,
              title: 'Vivid Backline',
              contentStyle: { backgroundColor: palette.paper },
            }}
          />
        </Boundary>
      </PaperProvider>
    </SWRConfig>
  );
}

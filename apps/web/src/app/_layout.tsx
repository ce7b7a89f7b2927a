import { MaterialDesignIcons } from '@react-native-vector-icons/material-design-icons';
import { AtkinsonHyperlegibleNext_400Regular } from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular';
import { AtkinsonHyperlegibleNext_600SemiBold } from '@expo-google-fonts/atkinson-hyperlegible-next/600SemiBold';
import { NotoSansSymbols_400Regular } from '@expo-google-fonts/noto-sans-symbols/400Regular';
import { YoungSerif_400Regular } from '@expo-google-fonts/young-serif/400Regular';
import { useFonts } from 'expo-font';
import { Stack } from 'expo-router';
import { useEffect } from 'react';
import { useColorScheme } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { SWRConfig } from 'swr';
import { Boundary } from '../components/Boundary';
import type { IconName } from '../components/PartBadge';
import { darkTheme, lightTheme } from '../theme/paper';
import { FONT } from '../theme/tokens';
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
    `;
    document.head.appendChild(sheet);
    return () => sheet.remove();
  }, [palette]);
}

export default function RootLayout() {
  const dark = useColorScheme() === 'dark';
  const palette = usePalette();
  const [ready, failed] = useFonts({
    [FONT.text]: AtkinsonHyperlegibleNext_400Regular,
    [FONT.strong]: AtkinsonHyperlegibleNext_600SemiBold,
    [FONT.symbols]: NotoSansSymbols_400Regular,
    [FONT.chord]: YoungSerif_400Regular,
  });
  usePageColours();
  if (!ready && !failed) return null;
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

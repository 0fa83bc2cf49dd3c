import { QueryClientProvider } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import Head from 'expo-router/head';
import { useEffect } from 'react';
import { PaperProvider } from 'react-native-paper';
import { queryClient } from '../api/queries';
import { ScreenFaults } from '../ui/Faults';
import { LineIcon, LINES, type LineName } from '../ui/LineIcon';
import { insistOnOwnTaps } from '../ui/ownTaps';
import { keepRoleKeys } from '../ui/roleKeys';
import { theme } from '../ui/theme';
import { useHeadingFocus } from '../ui/useHeadingFocus';

/** Paper asks for its few icons by name; ours are drawn, so no icon font is shipped. */
const settings = {
  rippleEffectEnabled: false,
  icon: ({ name, size, color }: { name: unknown; size: number; color?: string }) =>
    typeof name === 'string' && name in LINES ? <LineIcon name={name as LineName} size={size} colour={color} /> : null,
};

export default function RootLayout() {
  useEffect(insistOnOwnTaps, []);
  useEffect(keepRoleKeys, []);
  useHeadingFocus();
  return (
    <QueryClientProvider client={queryClient}>
      <PaperProvider theme={theme} settings={settings}>
        <Head>
          <title>Lippet</title>
        </Head>
        <ScreenFaults>
          <Slot />
        </ScreenFaults>
      </PaperProvider>
    </QueryClientProvider>
  );
}

import { QueryClientProvider } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import Head from 'expo-router/head';
import { useEffect, useMemo } from 'react';
import { PaperProvider } from 'react-native-paper';
import { queryClient } from '../api/queries';
import { ScreenFaults } from '../ui/Faults';
import { LineIcon, LINES, type LineName } from '../ui/LineIcon';
import { insistOnOwnTaps } from '../ui/ownTaps';
import { keepRoleKeys } from '../ui/roleKeys';
import { useLarger, useSettings } from '../stores/settings';
import { themeFor } from '../ui/theme';
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
  const larger = useLarger();
  const letters = useSettings((reading) => reading.letters);
  const theme = useMemo(() => themeFor({ larger, letters }), [larger, letters]);
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

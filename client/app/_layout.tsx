import { QueryClientProvider } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import Head from 'expo-router/head';
import { PaperProvider } from 'react-native-paper';
import { queryClient } from '../api/queries';
import { useSettings } from '../stores/settings';
import { LineIcon, LINES, type LineName } from '../ui/LineIcon';
import { theme } from '../ui/theme';

/** Paper asks for its few icons by name; ours are drawn, so no icon font is shipped. */
const settings = {
  rippleEffectEnabled: false,
  icon: ({ name, size, color }: { name: unknown; size: number; color?: string }) =>
    typeof name === 'string' && name in LINES ? <LineIcon name={name as LineName} size={size} colour={color} /> : null,
};

/** Dialogs come and go at once. */
const still = { ...theme, animation: { scale: 0 } };

export default function RootLayout() {
  const calm = useSettings((state) => state.calm);
  return (
    <QueryClientProvider client={queryClient}>
      <PaperProvider theme={calm ? still : theme} settings={settings}>
        <Head>
          <title>Lippet</title>
        </Head>
        <Slot />
      </PaperProvider>
    </QueryClientProvider>
  );
}

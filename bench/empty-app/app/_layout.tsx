import { Slot } from 'expo-router';
import { PaperProvider } from 'react-native-paper';

/** The floor of first-load: Expo, Router and Paper with nothing in them. */
export default function Layout() {
  return (
    <PaperProvider>
      <Slot />
    </PaperProvider>
  );
}

import { useRouter, type Href } from 'expo-router';

/**
 * Goes back to the screen that one came from, as the browser's own Back does.
 *
 * @param home where it leads when there is nothing to go back to
 */
export function useGoBack(home: Href): () => void {
  const router = useRouter();
  return () => {
    // The router's own way back knows a place only by what was opened in it last, whichever was shown.
    if (router.canGoBack()) window.history.back();
    else router.replace(home);
  };
}

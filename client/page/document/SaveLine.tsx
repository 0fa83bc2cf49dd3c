import type { MediaHome } from '@lippet/core/contract/media';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { mediaOutbox, onTheirWay, refusedOf, wayWords } from '../../api/mediaOutbox';
import { colours } from '../../ui/theme';
import type { LiveDocument, SaveState } from './liveDocument';
import { useSaveState } from './useLiveDocument';

/** Where the work is, in words. */
export function saveWords({ loaded, device, school, frozen, full }: SaveState, way: string | null = null): string {
  if (!loaded && device === 'failed' && school === 'unreachable')
    return 'This device can’t keep anything, and school can’t be reached';
  if (!loaded) return 'opening …';
  if (device === 'failed') {
    return school === 'saved' ? 'saved at school' : 'not saved yet: this device has no room. Keep this page open';
  }
  if (device === 'saving') return 'saving …';
  if (school === 'saved' && way) return `saved on this device, ${way}`;
  if (school === 'saved') return 'saved on this device, saved at school too';
  if (frozen) return 'saved on this device only: it was sent before this';
  if (full) return 'saved on this device only: this piece holds as much as it can. Send it, or take something out';
  return school === 'sending'
    ? 'saved on this device, on its way to school'
    : 'saved on this device. School can’t be reached';
}

interface Props {
  live: LiveDocument | null;
  /** Where files belong that go with it. */
  home?: MediaHome;
  /** So many lines there is room for. */
  lines?: number;
}

/** Says where the work of a live document is. */
export function SaveLine({ live, home, lines = 2 }: Props) {
  const way = useStore(mediaOutbox.state, (state) => {
    const files = home === undefined ? null : onTheirWay(state, home);
    return files && wayWords(files);
  });
  const refused = useStore(mediaOutbox.state, (state) =>
    home === undefined ? undefined : refusedOf(state, home)[0]?.[1].why,
  );
  const words = useSaveState(live, (state) => saveWords(state, way));
  return (
    <Text
      variant="bodySmall"
      style={{ color: colours.soft }}
      role="status"
      aria-live="polite"
      testID="save-line"
      numberOfLines={lines}
    >
      {refused ? `A file could not be kept at school: ${refused}` : words}
    </Text>
  );
}

import type { MessageView } from '@lippet/core/contract/threads';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Hear } from '../readAloud/Hear';
import { VoiceButton } from '../recording/VoiceButton';
import { Badge } from '../ui/Badge';
import { LineIcon } from '../ui/LineIcon';
import { Press } from '../ui/Press';
import { colours, TARGET } from '../ui/theme';

interface Props extends Pick<MessageView, 'words' | 'media' | 'removed' | 'at'> {
  /** Null where the name is not told. */
  author: { name: string; badge: string; teacher: boolean } | null;
  /** Who said it, as it is called here. */
  name: string;
  zone: string;
  /** Whether it can be heard. */
  heard: boolean;
  onTakeAway: (() => void) | null;
}

/** One thing that somebody said: words, a picture or a voice; or that it was taken away, and why. */
export function Message({ author, name, words, media, removed, at, zone, heard, onTakeAway }: Props) {
  return (
    <View style={[styles.message, author?.teacher && styles.teacher]}>
      <Badge name={author?.name ?? '?'} colour={author?.badge ?? colours.line} size={32} />
      <View style={styles.grow}>
        <Text variant="labelSmall">{`${name}, ${whenWords(at, Date.now(), zone)}`}</Text>
        {removed !== null ? (
          <Text variant="bodySmall" style={styles.gone}>{`Taken away: ${removed}`}</Text>
        ) : (
          words !== '' && <Text variant="bodyLarge">{words}</Text>
        )}
        {removed === null && words !== '' && heard && <Hear text={words} label={`the words of ${name}`} small />}
        {media?.kind === 'picture' && (
          <img src={`/api/media/${media.id}`} style={PICTURE} alt={`A picture from ${name}`} />
        )}
        {media && media.kind !== 'picture' && <VoiceButton voice={media.id} label={`what ${name} said`} />}
      </View>
      {onTakeAway && removed === null && (
        <Press flat aria-label={`Take away what ${name} said`} onPress={onTakeAway} style={styles.bin}>
          <LineIcon name="bin" size={18} />
        </Press>
      )}
    </View>
  );
}

const PICTURE = {
  maxWidth: '100%',
  maxHeight: 220,
  objectFit: 'contain',
  alignSelf: 'flex-start',
  background: colours.paper,
} as const;

const styles = StyleSheet.create({
  message: { flexDirection: 'row', gap: 10, alignItems: 'flex-start' },
  teacher: { backgroundColor: colours.mist, padding: 8, marginHorizontal: -4 },
  grow: { flex: 1, gap: 4 },
  gone: { fontStyle: 'italic', color: colours.soft },
  bin: {
    width: TARGET.adult,
    height: TARGET.adult,
    alignItems: 'center',
    justifyContent: 'center',
    borderColor: 'transparent',
  },
});

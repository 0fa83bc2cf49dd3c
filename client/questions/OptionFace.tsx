import type { Option } from '@lippet/core/questions/option';
import { Image, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { useLocalFile } from '../recording/useLocalFile';
import { VoiceButton } from '../recording/VoiceButton';
import { colours, OUTLINE } from '../ui/theme';

type Shown = Pick<Option, 'words' | 'picture' | 'sound'>;

/** A picture of an option or a question, also while it is on its way to school. Its words stand below it. */
export function OptionPicture({ media, size }: { media: string; size: number }) {
  const local = useLocalFile(media);
  if (local === undefined) return <View style={{ width: size, height: size }} />;
  return (
    <Image
      source={{ uri: local ?? `/api/media/${media}` }}
      style={[styles.picture, { width: size, height: size }]}
      resizeMode="contain"
      alt=""
    />
  );
}

/** What an option shows: its picture, and its words below that. */
export function OptionFace({ option: { words, picture }, size = 96 }: { option: Shown; size?: number }) {
  return (
    <View style={[styles.face, picture !== null && styles.upright]}>
      {picture !== null && <OptionPicture media={picture} size={size} />}
      {words !== '' && (
        <Text variant="bodyLarge" style={styles.words}>
          {words}
        </Text>
      )}
    </View>
  );
}

/**
 * Hears an option: its own sound, or its words said aloud. It stands beside the option and not in it, so that it does
 * something of its own.
 */
export function HearOption({ option: { words, sound } }: { option: Pick<Shown, 'words' | 'sound'> }) {
  if (sound !== null) return <VoiceButton voice={sound} label={words || 'the sound'} />;
  return <HearSign text={words} label={words} />;
}

/** What an option is called for those who can't see it. */
export const optionName = ({ words, picture }: Shown): string => words || (picture === null ? 'a sound' : 'a picture');

const styles = StyleSheet.create({
  face: { flexDirection: 'row', alignItems: 'center', flexShrink: 1 },
  upright: { flexDirection: 'column', alignItems: 'center', gap: 6, paddingVertical: 6 },
  picture: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  words: { flexShrink: 1 },
});

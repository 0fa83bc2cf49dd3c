import { FELT_WORDS, type GoView } from '@lippet/core/contract/pieces';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import { useRouter } from 'expo-router';
import { useEffect, useRef } from 'react';
import { AccessibilityInfo, Animated, Easing, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { GoExport } from '../../page/takeOut/GoExport';
import { VoiceButton } from '../../recording/VoiceButton';
import { Button } from '../../ui/Button';
import { FeltShape } from '../../ui/FeltSign';
import { Stamp } from '../../ui/Stamp';
import { colours } from '../../ui/theme';

interface Props {
  go: GoView;
  title: string;
  teacher: string;
  zone: string;
  /** Learners look at each other's work, too. */
  partners: boolean;
}

/** It has gone: what, when, to whom. The boat leaves. */
export function Receipt({ go, title, teacher, zone, partners }: Props) {
  const router = useRouter();
  const way = useRef(new Animated.Value(0)).current;
  useEffect(() => {
    void AccessibilityInfo.isReduceMotionEnabled().then((still) => {
      if (still) way.setValue(1);
      else
        Animated.timing(way, {
          toValue: 1,
          duration: 200,
          easing: Easing.out(Easing.quad),
          useNativeDriver: false,
        }).start();
    });
  }, [way]);
  return (
    <View style={styles.screen} role="main">
      <Animated.View
        style={{ transform: [{ translateX: way.interpolate({ inputRange: [0, 1], outputRange: [-90, 0] }) }] }}
      >
        <Stamp state="with-teacher" size={132} />
      </Animated.View>
      <Text variant="displayMedium" role="heading" aria-level={1} style={styles.centre}>{`With ${teacher}`}</Text>
      <Text variant="bodyLarge" style={styles.centre} role="status">
        {`${title}, go ${go.number}, was sent ` +
          `${whenWords(go.sentAt, Date.now(), zone)}${go.late ? ', after it was due' : ''}` +
          `${go.firstSentAt !== null ? `. You sent it first ${whenWords(go.firstSentAt, Date.now(), zone)}` : ''}.`}
      </Text>
      {go.felt && (
        <View style={styles.felt}>
          <FeltShape felt={go.felt} />
          <Text variant="bodyLarge">{FELT_WORDS[go.felt]}</Text>
        </View>
      )}
      {go.voice && <VoiceButton voice={go.voice} label="what you said with it" />}
      {go.word && <Text variant="bodyLarge" style={styles.centre}>{`“${go.word}”`}</Text>}
      {partners && (
        <Text variant="bodyLarge" style={styles.centre}>
          Your partners’ work comes to Now. Look at it, and say what helps.
        </Text>
      )}
      <GoExport goId={go.id} title={`${title}, go ${go.number}`} />
      <Button kind="main" large icon="now" onPress={() => router.replace('/now')}>
        Back to Now
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  screen: {
    flex: 1,
    backgroundColor: colours.paper,
    alignItems: 'center',
    justifyContent: 'center',
    padding: 24,
    gap: 18,
  },
  centre: { textAlign: 'center' },
  felt: { flexDirection: 'row', alignItems: 'center', gap: 10 },
});

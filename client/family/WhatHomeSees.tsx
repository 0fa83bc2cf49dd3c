import type { Me } from '@lippet/core/contract/signIn';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Hear } from '../readAloud/Hear';
import { BackHead } from '../ui/BackHead';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { Screen } from '../ui/Screen';
import { colours } from '../ui/theme';
import { HomeSheet } from './HomeSheet';
import { lookWords } from './homeWords';
import { useHome } from './useHome';

/** What home sees of one's own work, and who looks. */
export default function WhatHomeSees({ me }: { me: Me }) {
  const { data: home, error, refetch } = useHome(me.id);
  if (error && !home)
    return (
      <Screen>
        <BackHead title="What home sees" home="/now" />
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </Screen>
    );
  if (!home) return <Opening />;
  const looks = lookWords(home);
  const words =
    looks.length === 0
      ? 'Nobody at home looks yet. Your teacher has a card for them.'
      : `${looks.join('. ')}. What you have not sent they do not see.`;
  return (
    <Screen wide>
      <BackHead title="What home sees" home="/now" />
      <View style={styles.who}>
        <Text variant="bodyLarge">{words}</Text>
        <Hear text={words} label="who looks" small />
      </View>
      <HomeSheet home={home} atHome={false} />
    </Screen>
  );
}

const styles = StyleSheet.create({ who: { gap: 10, padding: 14, backgroundColor: colours.mist } });

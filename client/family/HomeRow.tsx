import type { HomeState } from '@lippet/core/contract/family';
import type { Href } from 'expo-router';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { HearSign } from '../readAloud/HearSign';
import { Picture } from '../ui/Picture';
import { Scrap } from '../ui/Scrap';
import { Stamp } from '../ui/Stamp';
import { colours } from '../ui/theme';
import { Way } from '../ui/Way';

interface Props {
  title: string;
  below: string;
  state: HomeState;
  /** Address of what it looks like. */
  picture: string;
  /** Where it leads; null where there is no more to see. */
  to: Href | null;
  /** What can be done with it. */
  children?: ReactNode;
}

/** A piece as home sees it: what it looks like, what it is called, how it stands. */
export function HomeRow({ title, below, state, picture, to, children }: Props) {
  const face = (
    <Scrap raised={to !== null} style={styles.scrap}>
      <View>
        <Picture path={picture} alt="" style={styles.picture} />
        <View style={styles.stamp}>
          <Stamp state={state} size={34} />
        </View>
      </View>
      <View style={styles.words}>
        <Text variant="titleMedium">{title}</Text>
        <Text variant="bodySmall" style={{ color: colours.soft }}>
          {below}
        </Text>
      </View>
    </Scrap>
  );
  return (
    <View role="listitem" style={styles.row}>
      <View>
        {to === null ? (
          face
        ) : (
          <Way to={to} label={`${title}. ${below}`}>
            {face}
          </Way>
        )}
        <View style={styles.hear}>
          <HearSign text={`${title}. ${below}`} label={title} />
        </View>
      </View>
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { gap: 8 },
  scrap: { flexDirection: 'row', alignItems: 'center', gap: 22, padding: 12, paddingRight: 62, minHeight: 98 },
  picture: { width: 58, height: 74 },
  stamp: { position: 'absolute', right: -12, bottom: -8 },
  words: { flex: 1, gap: 2 },
  hear: { position: 'absolute', top: 6, right: 10 },
});

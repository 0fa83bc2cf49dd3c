import type { Tappable } from '@lippet/core/contract/signIn';
import { useQueryClient } from '@tanstack/react-query';
import { Redirect, useLocalSearchParams } from 'expo-router';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { keys, useDevice, useMe } from '../api/queries';
import { request } from '../api/request';
import { Brand } from '../signIn/Brand';
import { useSession } from '../signIn/useSession';
import { GroupCode } from '../signIn/GroupCode';
import { firstScreen } from '../signIn/home';
import { Names } from '../signIn/Names';
import { PictureKeyPad } from '../signIn/PictureKeyPad';
import { Button } from '../ui/Button';
import { Opening } from '../ui/Opening';
import { Notice } from '../ui/Notice';
import { Screen } from '../ui/Screen';
import { late } from '../late';

// Brings the form library along, which a learner who taps pictures never needs.
const PasswordForm = lazy(() => import('../signIn/PasswordForm'));
const FamilyJoin = lazy(() => late().then((sheets) => ({ default: sheets.FamilyJoin })));
const JoinForm = lazy(() => late().then((sheets) => ({ default: sheets.JoinForm })));

export default function SignIn() {
  const client = useQueryClient();
  const { data: me } = useMe();
  const { data: group, error, refetch } = useDevice();
  const [person, setPerson] = useState<Tappable | null>(null);
  const [byName, setByName] = useState(false);
  const [joining, setJoining] = useState(false);
  const [fromHome, setFromHome] = useState(false);
  const { also, to } = useLocalSearchParams<{ also?: string; to?: string }>();
  const { join, joinFamily } = useSession();
  // Whoever is signed in stays so where somebody else uses the device, too.
  const isAlso = also === '1';
  if (me && !isAlso) return <Redirect href={firstScreen(me, to)} />;
  const back = (): void => {
    setPerson(null);
    setByName(false);
    setFromHome(false);
  };
  const otherGroup = async (): Promise<void> => {
    await request('DELETE /device');
    client.setQueryData(keys.device, null);
  };
  const step = (): ReactNode => {
    if (fromHome) return <FamilyJoin join={(given) => joinFamily({ ...given, also: isAlso })} onBack={back} />;
    if (byName || person?.secret === 'password') return <PasswordForm person={person} also={isAlso} onBack={back} />;
    if (person) return <PictureKeyPad person={person} also={isAlso} onBack={back} />;
    if (group && joining) return <JoinForm group={group} join={join} onBack={() => setJoining(false)} />;
    if (group === null) return <GroupCode onTeacher={() => setByName(true)} onFamily={() => setFromHome(true)} />;
    if (!group) return null;
    return (
      <>
        <Names group={group} onChoose={setPerson} onJoin={() => setJoining(true)} />
        <Button icon="people" onPress={() => setByName(true)} style={styles.aside}>
          I sign in with a name
        </Button>
        <Button icon="now" onPress={() => setFromHome(true)} style={styles.aside}>
          I have a card for home
        </Button>
      </>
    );
  };
  return (
    <Screen>
      <View style={styles.head}>
        <Brand />
        {group && !person && !byName && !joining && !fromHome && (
          <Button label={`Group ${group.name}. Change`} onPress={() => void otherGroup()} style={styles.group}>
            {group.joins ?? group.name}
          </Button>
        )}
      </View>
      {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
      <Suspense fallback={<Opening />}>{step()}</Suspense>
    </Screen>
  );
}

const styles = StyleSheet.create({
  head: {
    flexDirection: 'row',
    justifyContent: 'space-between',
    gap: 12,
    alignItems: 'center',
    minHeight: 56,
    marginBottom: 8,
  },
  group: { flexShrink: 1 },
  aside: { alignSelf: 'flex-start', marginTop: 10 },
});

import type { Tappable } from '@lippet/core/contract/signIn';
import { useQueryClient } from '@tanstack/react-query';
import { Redirect, useLocalSearchParams } from 'expo-router';
import { lazy, Suspense, useState, type ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { keys, useDevice, useMe } from '../api/queries';
import { request } from '../api/request';
import { Brand } from '../signIn/Brand';
import { useSession } from '../signIn/useSession';
import { useAskedLetter } from '../stores/askedLetter';
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
const LetterForm = lazy(() => late().then((sheets) => ({ default: sheets.LetterForm })));
const LetterNumber = lazy(() => late().then((sheets) => ({ default: sheets.LetterNumber })));

/** How somebody has begun to sign in. */
type Way =
  { kind: 'person'; person: Tappable } | { kind: 'name' } | { kind: 'joining' } | { kind: 'home' } | { kind: 'letter' };

export default function SignIn() {
  const client = useQueryClient();
  const { data: me } = useMe();
  const { data: group, error, refetch } = useDevice();
  const [way, setWay] = useState<Way | null>(null);
  const letter = useAskedLetter(({ asked }) => asked);
  const { also, to } = useLocalSearchParams<{ also?: string; to?: string }>();
  const { join, joinFamily, askForLetter, openLetter } = useSession();
  // Whoever is signed in stays so where somebody else uses the device, too.
  const isAlso = also === '1';
  if (me && !isAlso) return <Redirect href={firstScreen(me, to)} />;
  const back = (): void => setWay(null);
  const choose = (kind: Exclude<Way['kind'], 'person'>) => () => setWay({ kind });
  const otherGroup = async (): Promise<void> => {
    await request('DELETE /device');
    client.setQueryData(keys.device, null);
  };
  const begin = (): ReactNode => {
    if (group === null) return <GroupCode onTeacher={choose('name')} onFamily={choose('home')} />;
    if (!group) return null;
    return (
      <>
        <Names group={group} onChoose={(person) => setWay({ kind: 'person', person })} onJoin={choose('joining')} />
        <Button icon="people" onPress={choose('name')} style={styles.aside}>
          I sign in with a name
        </Button>
        <Button icon="now" onPress={choose('home')} style={styles.aside}>
          I have a card for home
        </Button>
      </>
    );
  };
  const step = (): ReactNode => {
    if (letter) {
      const open = (given: { number: string; keep: boolean }) => openLetter(letter.id, { ...given, also: isAlso });
      return <LetterNumber letter={letter} askForLetter={askForLetter} open={open} />;
    }
    switch (way?.kind) {
      case 'home':
        return (
          <FamilyJoin
            join={(given) => joinFamily({ ...given, also: isAlso })}
            askForLetter={askForLetter}
            onBack={back}
          />
        );
      case 'letter':
        return <LetterForm askForLetter={askForLetter} onBack={choose('name')} />;
      case 'name':
        return <PasswordForm person={null} also={isAlso} onBack={back} onLetter={choose('letter')} />;
      case 'person': {
        const given = { person: way.person, also: isAlso, onBack: back };
        if (way.person.secret === 'picture') return <PictureKeyPad {...given} />;
        return <PasswordForm {...given} onLetter={choose('letter')} />;
      }
      case 'joining':
        return group ? <JoinForm group={group} join={join} onBack={back} /> : begin();
      default:
        return begin();
    }
  };
  return (
    <Screen>
      <View style={styles.head}>
        <Brand />
        {group && way === null && !letter && (
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

import type { PieceState } from '@lippet/core/piece/pieceState';
import { whenWords } from '@lippet/core/schedule/schoolTime';
import type { UpdateKind } from '@lippet/core/contract/updates';
import { useQueryClient } from '@tanstack/react-query';
import type { Href } from 'expo-router';
import { useEffect } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys, useUpdates } from '../api/queries';
import { request } from '../api/request';
import { Picture } from '../ui/Picture';
import { SignedIn } from '../signIn/SignedIn';
import { AmongPlaces } from '../ui/AmongPlaces';
import { BackHead } from '../ui/BackHead';
import { LineIcon, type LineName } from '../ui/LineIcon';
import { Notice } from '../ui/Notice';
import { Scrap } from '../ui/Scrap';
import { Screen } from '../ui/Screen';
import { Stamp } from '../ui/Stamp';
import { colours, OUTLINE } from '../ui/theme';
import { Way } from '../ui/Way';

/** What is about the state of work wears its stamp; all else a sign of its own. */
const SIGN_OF: Record<UpdateKind, PieceState | { icon: LineName }> = {
  new: 'new',
  asked: { icon: 'ask' },
  answered: { icon: 'ask' },
  removed: { icon: 'bin' },
  sent: 'with-teacher',
  'taken-back': 'started',
  again: 'another-go',
  finished: 'finished',
  notice: { icon: 'group' },
  due: { icon: 'wait' },
  unsent: 'ready',
  partner: { icon: 'people' },
  wall: { icon: 'review' },
};

function Sign({ kind }: { kind: UpdateKind }) {
  const sign = SIGN_OF[kind];
  return typeof sign === 'string' ? (
    <Stamp state={sign} size={40} />
  ) : (
    <View style={styles.sign}>
      <LineIcon name={sign.icon} size={26} />
    </View>
  );
}

/** What it leads to, as it looks, with what happened to it. */
function Shown({ picture, kind }: { picture: string | null; kind: UpdateKind }) {
  if (!picture) return <Sign kind={kind} />;
  return (
    <View>
      <Picture path={picture} alt="" style={styles.picture} />
      <View style={styles.over}>
        <Sign kind={kind} />
      </View>
    </View>
  );
}

export default function Updates() {
  const { data, error, refetch } = useUpdates();
  const client = useQueryClient();
  const loaded = data !== undefined;
  useEffect(() => {
    // Opening the list is seeing it; the marks stay on until one leaves, so that what is new can be told.
    if (loaded) void request('POST /updates/seen').then(() => client.invalidateQueries({ queryKey: keys.now }));
  }, [loaded, client]);
  return (
    <SignedIn>
      {(me) => (
        <AmongPlaces role={me.role}>
          <Screen>
            <BackHead title="Updates" />
            {error && <Notice again={() => void refetch()}>{error.message}</Notice>}
            {data?.length === 0 && <Notice calm>Nothing has happened yet.</Notice>}
            {data?.map((update) => (
              <Way
                key={update.id}
                to={update.path as Href}
                label={`${update.seen ? '' : 'New. '}${update.words}, ${whenWords(update.at, Date.now(), me.school.zone)}`}
              >
                <Scrap raised fill={update.seen ? colours.scrap : colours.mist} style={styles.row}>
                  <Shown picture={update.picture} kind={update.kind} />
                  <View style={styles.words}>
                    <Text variant="titleSmall">{update.words}</Text>
                    <Text variant="bodySmall" style={{ color: colours.soft }}>
                      {whenWords(update.at, Date.now(), me.school.zone)}
                    </Text>
                  </View>
                </Scrap>
              </Way>
            ))}
          </Screen>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 26, padding: 12, paddingRight: 24, minHeight: 72 },
  words: { flex: 1, gap: 2 },
  picture: { width: 54, height: 70 },
  over: { position: 'absolute', right: -16, bottom: -8 },
  sign: {
    width: 40,
    height: 40,
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.ochre,
  },
});

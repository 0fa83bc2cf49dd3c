import type { PartnerDuty } from '@lippet/core/contract/partners';
import { dueWords } from '@lippet/core/schedule/schoolTime';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys, usePartnerDuties, usePartnerReview } from '../../api/queries';
import { request, RequestError } from '../../api/request';
import { BackHead } from '../../ui/BackHead';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { Screen } from '../../ui/Screen';
import { colours, OUTLINE } from '../../ui/theme';
import { useLayout } from '../../ui/useLayout';
import { PartnerRow } from './PartnerRow';
import { PartnerWork } from './PartnerWork';

interface Props {
  activityId: string;
  zone: string;
}

/** A partner's desk: whose work one looks at, that work with one's marks, and what one says of it. */
export default function PartnerDesk({ activityId, zone }: Props) {
  const { data, error, refetch } = usePartnerDuties();
  if (error && !data)
    return (
      <Screen>
        <BackHead title="Partners" home="/now" />
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </Screen>
    );
  if (!data) return <Opening />;
  const duty = data.find((one) => one.activityId === activityId);
  if (!duty)
    return (
      <Screen>
        <BackHead title="Partners" home="/now" />
        <Notice calm>There is no partner’s work to look at here just now.</Notice>
      </Screen>
    );
  return <OpenPartnerDesk duty={duty} zone={zone} />;
}

/** What is to be looked at first: what was begun, then what is to do. */
const firstOpen = ({ cards }: PartnerDuty, but: string | null = null): string | null =>
  (
    cards.find(({ id, state }) => state === 'begun' && id !== but) ??
    cards.find(({ id, state }) => state === 'to-do' && id !== but)
  )?.id ?? null;

function OpenPartnerDesk({ duty, zone }: { duty: PartnerDuty; zone: string }) {
  const [chosen, setChosen] = useState<string | null>(() => firstOpen(duty));
  const [full, setFull] = useState(false);
  const [saying, setSaying] = useState(false);
  const [given, setGiven] = useState<string | null>(null);
  const rowFolds = useLayout() === 'phone' && saying;
  const current = duty.cards.find(({ id }) => id === chosen)?.id ?? duty.cards[0]?.id ?? null;
  const goOn = (id: string): void => {
    setGiven(id);
    setFull(false);
    setSaying(false);
    setChosen(firstOpen(duty, id) ?? id);
  };
  return (
    <View style={styles.desk} role="main">
      {!full && (
        <View style={styles.head}>
          <View style={styles.title}>
            <View style={styles.words}>
              <BackHead title={duty.title} home="/now" />
            </View>
            <Text variant="bodySmall" style={styles.until}>
              {duty.until === null ? 'Work of your partners' : `Partners ${dueWords(duty.until, Date.now(), zone)}`}
            </Text>
          </View>
          {!rowFolds && <PartnerRow duty={duty} current={current} onChoose={setChosen} />}
          <DeskTold duty={duty} given={given} onTaken={() => setGiven(null)} />
        </View>
      )}
      {current && (
        <Work
          key={current}
          id={current}
          full={full}
          onFull={setFull}
          onSaying={setSaying}
          onGiven={() => goOn(current)}
        />
      )}
    </View>
  );
}

/** What has gone just now, with the way to take it back; and that all is done, once it is. */
function DeskTold({ duty, given, onTaken }: { duty: PartnerDuty; given: string | null; onTaken: () => void }) {
  const client = useQueryClient();
  const [trouble, setTrouble] = useState<string | null>(null);
  const card = duty.cards.find(({ id, state }) => id === given && state === 'given');
  const done = duty.toCome === 0 && duty.cards.every(({ state }) => state === 'given');
  const takeBack = async (): Promise<void> => {
    try {
      await request('DELETE /partner-reviews/:id/give', { id: given! });
      await client.invalidateQueries({ queryKey: keys.partnerReview(given!) });
      await client.invalidateQueries({ queryKey: keys.partners });
      onTaken();
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  if (!card && !done) return null;
  return (
    <View style={styles.told}>
      {card && <Text variant="labelLarge" role="status">{`Given: ${card.name}.`}</Text>}
      {done && (
        <Text variant="labelLarge" role="status">
          You have looked at all of them. That is all there is.
        </Text>
      )}
      {card && (
        <Button icon="undo" onPress={() => void takeBack()}>
          Take it back
        </Button>
      )}
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

function Work({
  id,
  ...rest
}: {
  id: string;
  full: boolean;
  onFull: (full: boolean) => void;
  onSaying: (saying: boolean) => void;
  onGiven: () => void;
}) {
  const client = useQueryClient();
  const { data, error, refetch } = usePartnerReview(id);
  const isGone = error instanceof RequestError && error.code === 'not-found';
  useEffect(() => {
    // Partners were given out anew before anybody had begun: there is another one.
    if (isGone) void client.invalidateQueries({ queryKey: keys.partners });
  }, [isGone, client]);
  if (error && !data) return <Notice again={() => void refetch()}>{error.message}</Notice>;
  // What changes of it while one writes, as that it was given, makes it anew.
  return data ? (
    <PartnerWork key={data.state === 'begun' ? 'to-do' : data.state} review={data} {...rest} />
  ) : (
    <Opening />
  );
}

const styles = StyleSheet.create({
  desk: { flex: 1, backgroundColor: colours.paper },
  head: { backgroundColor: colours.mist, borderBottomWidth: OUTLINE, borderColor: colours.ink },
  title: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    columnGap: 16,
    paddingHorizontal: 14,
    paddingTop: 8,
  },
  words: { flexShrink: 1 },
  until: { color: colours.ink },
  told: {
    flexDirection: 'row',
    flexWrap: 'wrap',
    alignItems: 'center',
    gap: 14,
    paddingHorizontal: 14,
    paddingBottom: 8,
  },
});

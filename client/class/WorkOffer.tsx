import { likelyWork } from '@lippet/core/schedule/likelyWork';
import { useRouter } from 'expo-router';
import { useRef, useState, type ReactElement } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useNow } from '../api/queries';
import { useIncomingPhoto } from '../stores/incomingPhoto';
import { Dialog } from '../ui/Dialog';
import { Button } from '../ui/Button';

/** So many activities are offered. */
const OFFERED = 4;

/**
 * A notice is no place to hand work in: before a learner's picture is shown to the class, they are offered to put it
 * into one of their open activities instead.
 *
 * @param about words of the notice; null for teachers, who hand nothing in
 */
export function useWorkOffer(about: string | null): {
  ask?: (file: File) => Promise<boolean>;
  question: ReactElement | null;
} {
  const router = useRouter();
  const { data } = useNow(about !== null);
  const [held, setHeld] = useState<File | null>(null);
  const answer = useRef<(here: boolean) => void>(() => undefined);
  if (about === null) return { question: null };
  const open = likelyWork(data?.cards ?? [], about).slice(0, OFFERED);
  const done = (here: boolean): void => {
    setHeld(null);
    answer.current(here);
  };
  return {
    ask: (file) => {
      if (open.length === 0) return Promise.resolve(true);
      setHeld(file);
      return new Promise((resolve) => {
        answer.current = resolve;
      });
    },
    question: (
      <Dialog
        visible={held !== null}
        title="Is this your work?"
        onClose={() => done(false)}
        answers={
          <Button kind="main" icon="people" onPress={() => done(true)}>
            No, show it to the class
          </Button>
        }
      >
        <Text variant="bodyMedium">
          Here everybody sees it, and nobody can finish it with you. If it belongs to one of these, put it there:
        </Text>
        <View style={styles.list}>
          {open.map(({ activityId, title }) => (
            <Button
              key={activityId}
              icon="forward"
              label={`Put it into ${title}`}
              onPress={() => {
                useIncomingPhoto.getState().handOver(activityId, held!);
                done(false);
                router.push(`/activity/${activityId}`);
              }}
            >
              {title}
            </Button>
          ))}
        </View>
      </Dialog>
    ),
  };
}

const styles = StyleSheet.create({ list: { gap: 12, alignItems: 'stretch' } });

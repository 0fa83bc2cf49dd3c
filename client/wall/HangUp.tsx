import { WALL_LIMITS } from '@lippet/core/contract/wall';
import type { PieceView } from '@lippet/core/contract/pieces';
import { readPages } from '@lippet/core/page/document';
import { chosenTake, readTakes, takeName } from '@lippet/core/recording/take';
import { useQueryClient } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useMemo, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { keys, useGoDocument } from '../api/queries';
import { request } from '../api/request';
import { useFrozenDocument } from '../page/document/useFrozenDocument';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field } from '../ui/Field';
import { Notice } from '../ui/Notice';
import { Opening } from '../ui/Opening';
import { Pick } from '../ui/Pick';
import { hangWords } from './wallWords';

/** What of a go can be hung. */
interface Choice {
  value: string;
  word: string;
  page: string | null;
  part: string | null;
  /** With what its title begins. */
  title: string;
}

const ALL = 'all';

/** Hangs something of the newest go: what, under which title, and what it shows for those who can't see it. */
export function HangUp({ piece, onClose }: { piece: PieceView; onClose: () => void }) {
  const { card, goes, parts, wall } = piece;
  const router = useRouter();
  const client = useQueryClient();
  const { data: bytes, error: missing, refetch } = useGoDocument(goes[0]!.id);
  const doc = useFrozenDocument(bytes);
  const choices = useMemo((): Choice[] => {
    if (!doc) return [];
    const pages = readPages(doc);
    const recordings = parts.flatMap((part): Choice[] => {
      const take = chosenTake(readTakes(doc, part.id));
      const title = take && (takeName(part.recording.titleStart, take.title) || part.title);
      return take ? [{ value: part.id, word: part.title, page: null, part: part.id, title: title ?? '' }] : [];
    });
    const single = pages.map(({ id }, index): Choice => ({
      value: id,
      word: `Page ${index + 1}`,
      page: id,
      part: null,
      title: '',
    }));
    const whole: Choice[] =
      pages.length > 0 ? [{ value: ALL, word: 'All of it', page: null, part: null, title: '' }] : [];
    return [...whole, ...(pages.length > 1 ? single : []), ...recordings];
  }, [doc, parts]);
  const [value, setValue] = useState<string | null>(null);
  const chosen = choices.find((choice) => choice.value === value) ?? choices[0];
  const [title, setTitle] = useState<string | null>(null);
  const [alt, setAlt] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  // Pressed again because no answer came, it is the same wish.
  const wish = useRef(crypto.randomUUID());
  const hang = async (): Promise<void> => {
    if (!chosen) return;
    const { page, part } = chosen;
    const body = { id: wish.current, page, part, title: title ?? chosen.title, alt };
    try {
      await request('POST /goes/:id/hangings', { id: goes[0]!.id }, body);
      void client.invalidateQueries({ queryKey: keys.wall(card.activityId, wall.group) });
      onClose();
      router.push(`/wall/${card.activityId}?group=${wall.group}`);
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  return (
    <Dialog
      visible
      title="Hang it on the wall"
      onClose={onClose}
      answers={
        <>
          <Button onPress={onClose}>Not now</Button>
          <Button kind="main" icon="pin" disabled={!chosen} onPress={() => void hang()}>
            Hang it
          </Button>
        </>
      }
    >
      {missing && !doc && <Notice again={() => void refetch()}>{missing.message}</Notice>}
      {!missing && !doc && <Opening />}
      {doc && choices.length === 0 && <Notice calm>There is no page and no recording in it that could hang.</Notice>}
      {chosen && (
        <View style={styles.fields}>
          <Text variant="bodyMedium">{`Everybody in your class sees it. ${hangWords(wall.way, card.teacher)}`}</Text>
          {choices.length > 1 && (
            <Pick label="What hangs" headed options={choices} chosen={chosen.value} onChoose={setValue} />
          )}
          <Field
            label="Its title"
            value={title ?? chosen.title}
            onChangeText={setTitle}
            maxLength={WALL_LIMITS.title}
          />
          <Field
            label={chosen.part ? 'What one hears or sees in it' : 'What one sees in it'}
            value={alt}
            onChangeText={setAlt}
            multiline
            maxLength={WALL_LIMITS.alt}
          />
          <Text variant="bodySmall">For those who can’t see or hear it.</Text>
        </View>
      )}
      {trouble && <Notice>{trouble}</Notice>}
    </Dialog>
  );
}

const styles = StyleSheet.create({ fields: { gap: 12 } });

import type { CaptureLinkView } from '@lippet/core/contract/capture';
import { useEffect, useRef, useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { RequestError, request } from '../api/request';
import { Button } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { colours, OUTLINE } from '../ui/theme';
import { QrCode } from './QrCode';

/** How often it is looked whether something has come, in milliseconds. */
const LOOK_EVERY = 500;

interface Props {
  pieceId: string;
  title: string;
  /** Takes a photo that has come. @returns a sentence if it could not be used */
  onArrived: (media: string) => Promise<string | null>;
  onBack: () => void;
}

const spaced = (code: string): string => `${code.slice(0, 4)} ${code.slice(4)}`;

function comeWords(come: number): string {
  if (come === 0) return 'Photos come here by themselves.';
  return come === 1 ? '1 photo has come.' : `${come} photos have come.`;
}

/** Asks another device to be the camera: a code to scan or to type, and what has come through it. */
export function PhoneLink({ pieceId, title, onArrived, onBack }: Props) {
  const [link, setLink] = useState<CaptureLinkView | null>(null);
  const [come, setCome] = useState(0);
  const [over, setOver] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [tries, setTries] = useState(0);
  const arrived = useRef(onArrived);
  arrived.current = onArrived;

  useEffect(() => {
    let gone = false;
    let opened: CaptureLinkView | null = null;
    const watch = async ({ id }: CaptureLinkView): Promise<void> => {
      const seen = new Set<string>();
      while (!gone) {
        try {
          const { media, open } = await request('GET /captures/:id', { id });
          for (const photo of media) {
            if (seen.has(photo) || gone) continue;
            seen.add(photo);
            const why = await arrived.current(photo);
            if (why) setTrouble(why);
            else setCome((count) => count + 1);
          }
          if (!open) return setOver(true);
        } catch (error) {
          if (!(error instanceof RequestError && error.code === 'unreachable'))
            return setTrouble((error as Error).message);
          // Asked again: what comes meanwhile waits at school.
        }
        await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));
      }
    };
    setOver(false);
    setTrouble(null);
    request('POST /pieces/:id/captures', { id: pieceId }, { title }).then(
      (made) => {
        if (gone) return void request('DELETE /captures/:id', { id: made.id });
        opened = made;
        setLink(made);
        void watch(made);
      },
      (error: Error) => setTrouble(error.message),
    );
    return () => {
      gone = true;
      // The code dies with this view; without a network it runs out by itself.
      if (opened)
        void request('DELETE /captures/:id', { id: opened.id }).catch((error: Error) =>
          console.warn('The code could not be closed.', error.message),
        );
    };
  }, [pieceId, title, tries]);

  return (
    <ScrollView style={styles.screen} contentContainerStyle={styles.content} role="main">
      <Text variant="headlineMedium" role="heading" aria-level={1}>
        Use a phone as the camera
      </Text>
      {link && !over && (
        <>
          <View style={styles.code}>
            <QrCode text={`${window.location.origin}/capture#${link.key}`} side={216} />
          </View>
          <Text variant="bodyMedium" style={styles.words}>
            Point the phone’s camera here. Or open this address on it and type the code:
          </Text>
          <Text variant="titleMedium">{`${window.location.host}/capture`}</Text>
          <Text variant="displayMedium" aria-label={`Code ${link.code.split('').join(' ')}`} testID="capture-code">
            {spaced(link.code)}
          </Text>
          <Text variant="bodyMedium" role="status" style={styles.words}>
            {comeWords(come)}
          </Text>
        </>
      )}
      {over && (
        <Notice calm again={() => setTries(tries + 1)}>
          The code has run out. Try again for a new one.
        </Notice>
      )}
      {trouble && <Notice>{trouble}</Notice>}
      <Button kind={come > 0 ? 'main' : 'plain'} icon={come > 0 ? 'tick' : 'back'} onPress={onBack}>
        {come > 0 ? 'Done' : 'Back to this camera'}
      </Button>
    </ScrollView>
  );
}

const styles = StyleSheet.create({
  screen: { flex: 1, backgroundColor: colours.paper },
  content: { flexGrow: 1, alignItems: 'center', justifyContent: 'center', padding: 20, gap: 14 },
  code: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  words: { textAlign: 'center', maxWidth: 360 },
});

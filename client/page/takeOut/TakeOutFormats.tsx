import type { PagePlan } from '@lippet/core/page/document';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import type * as Y from 'yjs';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { TickBox } from '../../ui/TickBox';
import { download, takeOut, type OutFormat } from './takeOut';

const FORMATS: { format: OutFormat; word: string; about: string; end: string }[] = [
  { format: 'pdf', word: 'PDF', about: 'All pages, just as they look', end: 'pdf' },
  {
    format: 'pdf-notes',
    word: 'PDF with marks that can be changed',
    about: 'Ink, marks and notes stay apart from the pages, for other programs',
    end: 'pdf',
  },
  { format: 'png', word: 'Picture (PNG)', about: 'This page', end: 'png' },
  { format: 'svg', word: 'Drawing (SVG)', about: 'This page', end: 'svg' },
  { format: 'inkml', word: 'Ink (InkML)', about: 'This page’s pen strokes', end: 'inkml' },
];

const fileName = (title: string, end: string): string =>
  `${title.replace(/[^\p{L}\p{N} ,-]+/gu, '').trim() || 'Lippet'}.${end}`;

/**
 * The work as a file to keep, in formats that any program reads; with a review's marks on it where there are some and
 * they are wanted.
 */
export function TakeOutFormats({
  title,
  doc,
  pages,
  page,
  marks = null,
}: {
  title: string;
  doc: Y.Doc;
  pages: readonly PagePlan[];
  page: PagePlan;
  marks?: Y.Doc | null;
}) {
  const [marked, setMarked] = useState(true);
  const [busy, setBusy] = useState<OutFormat | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (format: OutFormat, end: string): Promise<void> => {
    setBusy(format);
    setTrouble(null);
    try {
      download(await takeOut(format, { doc, pages, page, title, marks: marked ? marks : null }), fileName(title, end));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The file could not be made.');
    }
    setBusy(null);
  };
  return (
    <View style={styles.list}>
      {marks && <TickBox word="With the marks on it" on={marked} onChange={setMarked} />}
      {FORMATS.map(({ format, word, about, end }) => (
        <View key={format} style={styles.entry}>
          <Button icon="out" disabled={busy !== null} onPress={() => void take(format, end)}>
            {busy === format ? 'Making it …' : word}
          </Button>
          <Text variant="bodySmall">{about}</Text>
        </View>
      ))}
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

const styles = StyleSheet.create({ list: { gap: 14 }, entry: { gap: 4 } });

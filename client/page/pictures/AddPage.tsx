import { PDF_TYPE, PICTURE_TYPES, type MediaHome } from '@lippet/core/contract/media';
import { PAPERS, type Background } from '@lippet/core/page/background';
import { backgroundShapes } from '@lippet/core/page/background';
import type { PagePlan } from '@lippet/core/page/document';
import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { bringPicturePage } from '../tools/addTool';
import { askForFiles } from '../../ui/askForFiles';
import { bringPdf } from './bringPdf';
import { Dialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE } from '../../ui/theme';

type NewPage = { background: Background; width: number; height: number };

interface Props {
  visible: boolean;
  /** Where a PDF or a picture that is brought belongs. */
  home: MediaHome;
  /** The page in hand: a new one is as large. */
  like: Pick<PagePlan, 'width' | 'height'>;
  onAdd: (pages: NewPage[]) => void;
  onClose: () => void;
  title?: string;
}

/** Which paper the new page has, or the pages of a PDF. */
export function AddPage({ visible, home, like, onAdd, onClose, title = 'Add a page' }: Props) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const { width, height } = like;
  const fromPdf = async (): Promise<void> => {
    const [file] = await askForFiles(PDF_TYPE);
    if (!file) return;
    setReading(true);
    setTrouble(null);
    const result = await bringPdf(home, file);
    setReading(false);
    if (typeof result === 'string') setTrouble(result);
    else onAdd(result);
  };
  const fromPicture = async (): Promise<void> => {
    const [file] = await askForFiles(PICTURE_TYPES);
    if (!file) return;
    const result = await bringPicturePage(home, file, like);
    if (typeof result === 'string') setTrouble(result);
    else onAdd([result]);
  };
  return (
    <Dialog visible={visible} title={title} onClose={onClose} answers={<Button onPress={onClose}>Not now</Button>}>
      <View style={styles.papers}>
        {PAPERS.map(({ word, background }) => (
          <Pressable
            key={word}
            role="button"
            aria-label={`${word} page`}
            onPress={() => onAdd([{ background, width, height }])}
            style={styles.paper}
          >
            <View style={styles.picture}>
              <Svg width={63} height={80} viewBox="0 0 220 280" aria-hidden>
                {backgroundShapes(background, 220, 280).map(({ d, fill, stroke, width: line }, i) => (
                  <Path
                    key={i}
                    d={d}
                    fill={fill ?? 'none'}
                    stroke={stroke}
                    strokeWidth={(line ?? 1) * 1.6}
                    strokeLinecap="round"
                  />
                ))}
              </Svg>
            </View>
            <Text variant="labelSmall" style={styles.word}>
              {word}
            </Text>
          </Pressable>
        ))}
      </View>
      {trouble && <Notice>{trouble}</Notice>}
      <Button icon="picture" onPress={() => void fromPicture()}>
        A picture as a page
      </Button>
      <Button icon="pages" disabled={reading} onPress={() => void fromPdf()}>
        {reading ? 'Reading the PDF …' : 'Pages of a PDF'}
      </Button>
    </Dialog>
  );
}

const styles = StyleSheet.create({
  papers: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  paper: { width: 67, alignItems: 'center', gap: 4 },
  picture: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap, overflow: 'hidden' },
  word: { textAlign: 'center' },
});

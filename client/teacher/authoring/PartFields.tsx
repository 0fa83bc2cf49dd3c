import { PICTURE_TYPES, type MediaHome } from '@lippet/core/contract/media';
import type { PartPlan, PartSettings } from '@lippet/core/parts/part';
import { RECORDING_SECONDS } from '@lippet/core/parts/part';
import { lengthWords } from '@lippet/core/recording/moments';
import { useState } from 'react';
import { Image, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { mediaOutbox } from '../../api/mediaOutbox';
import { keepablePicture } from '../../page/keepable';
import { askForFiles } from '../../ui/askForFiles';
import { useLocalFile } from '../../recording/useLocalFile';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Pick } from '../../ui/Pick';
import { Say } from '../../ui/Say';
import { TickBox } from '../../ui/TickBox';
import { NumberField } from './NumberField';
import { SheetsRow, type SheetWork } from './SheetsRow';

interface Props {
  part: PartPlan;
  home: MediaHome;
  onSettings: (change: Partial<PartSettings>) => void;
  onSheet: (at: number, as: SheetWork) => void;
}

const LENGTHS = [15, 30, 60, 90, 120, 300] as const;

const asksTooMuch = ({ leastWords, mostWords }: PartPlan['settings']): boolean =>
  leastWords !== undefined && mostWords !== undefined && leastWords > mostWords;

/** What a part's kind asks of the teacher. */
export function PartFields({ part, home, onSettings, onSheet }: Props) {
  const { settings } = part;
  const onPaper = (
    <TickBox
      word="Another way is fine"
      below="Photos of paper, or a voice, in place of this"
      on={settings.onPaper !== false}
      onChange={(on) => onSettings({ onPaper: on ? undefined : false })}
    />
  );
  switch (part.kind) {
    case 'page':
      return (
        <>
          <SheetsRow
            sheets={settings.sheets}
            home={home}
            onChange={(sheets) => onSettings({ sheets })}
            onSheet={onSheet}
          />
          <TickBox
            word="Learners may add pages"
            on={settings.morePages === true}
            onChange={(morePages) => onSettings({ morePages: morePages || undefined })}
          />
          {onPaper}
        </>
      );
    case 'sound':
    case 'film':
      return (
        <>
          <Pick
            label="At most"
            headed
            options={LENGTHS.map((seconds) => ({ value: String(seconds), word: lengthWords(seconds) }))}
            chosen={String(settings.seconds ?? RECORDING_SECONDS)}
            onChoose={(seconds) => onSettings({ seconds: Number(seconds) })}
          />
          <Field
            label="Begin its title, if you like"
            value={settings.titleStart ?? ''}
            onChangeText={(titleStart) => onSettings({ titleStart: titleStart || undefined })}
            maxLength={120}
          />
          {part.kind === 'film' && (
            <TickBox
              word="Only sound is fine too"
              on={settings.soundOnly !== false}
              onChange={(on) => onSettings({ soundOnly: on ? undefined : false })}
            />
          )}
          <TickBox
            word="Learners may keep a copy"
            on={settings.keepCopy !== false}
            onChange={(on) => onSettings({ keepCopy: on ? undefined : false })}
          />
        </>
      );
    case 'words':
      return (
        <>
          <View style={styles.row}>
            <NumberField
              label="Words at least"
              value={settings.leastWords ?? null}
              most={10_000}
              onChange={(least) => onSettings({ leastWords: least ?? undefined })}
            />
            <NumberField
              label="Words at most"
              value={settings.mostWords ?? null}
              most={10_000}
              onChange={(most) => onSettings({ mostWords: most ?? undefined })}
            />
          </View>
          {asksTooMuch(settings) && <Say>Nobody can write at least so many words and at most so few.</Say>}
          <Field
            label="Ways to begin, one on each line"
            multiline
            value={(settings.openings ?? []).join('\n')}
            onChangeText={(text) => onSettings({ openings: text === '' ? undefined : text.split('\n').slice(0, 20) })}
          />
          <PictureToWriteAbout
            home={home}
            media={settings.picture ?? null}
            onMedia={(picture) => onSettings({ picture: picture ?? undefined })}
          />
          {onPaper}
        </>
      );
    case 'tick':
      return (
        <TickBox
          word="I confirm it"
          below="You put your seal on it when you look at the piece"
          on={settings.confirm === true}
          onChange={(confirm) => onSettings({ confirm: confirm || undefined })}
        />
      );
    case 'photo':
      return (
        <Text variant="bodyMedium">
          Learners take as many photos as they need. The sheet is found, straightened and lit evenly by itself.
        </Text>
      );
  }
}

function PictureToWriteAbout({
  home,
  media,
  onMedia,
}: {
  home: MediaHome;
  media: string | null;
  onMedia: (media: string | null) => void;
}) {
  const local = useLocalFile(media);
  const [full, setFull] = useState(false);
  const bring = async (): Promise<void> => {
    const [file] = await askForFiles(PICTURE_TYPES);
    if (!file) return;
    const id = crypto.randomUUID();
    try {
      await mediaOutbox.add(id, home, await keepablePicture(file));
      onMedia(id);
    } catch (error) {
      console.warn('The picture could not be kept.', error);
      setFull(true);
    }
  };
  return (
    <View style={styles.row}>
      {media && local !== undefined && (
        <Image
          source={{ uri: local ?? `/api/media/${media}` }}
          style={styles.picture}
          resizeMode="contain"
          alt="The picture to write about"
        />
      )}
      <Button icon="picture" onPress={() => void bring()}>
        {media ? 'Another picture' : 'A picture to write about'}
      </Button>
      {media && (
        <Button icon="bin" onPress={() => onMedia(null)}>
          No picture
        </Button>
      )}
      {full && (
        <Text variant="labelMedium" role="alert">
          This device has no room for that picture.
        </Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, alignItems: 'center' },
  picture: { width: 120, height: 84 },
});

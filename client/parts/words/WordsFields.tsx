import { DEFINITION_LIMITS } from '@lippet/core/contract/definitionLimits';
import type { WordsSettings } from '@lippet/core/parts/words/wordsPart';
import { StyleSheet, View } from 'react-native';
import { Field } from '../../ui/Field';
import { NumberField } from '../../ui/NumberField';
import { Notice } from '../../ui/Notice';
import { AnotherWay } from '../AnotherWay';
import type { FieldsProps } from '../partKind';
import { PictureToWriteAbout } from './PictureToWriteAbout';

const asksTooMuch = ({ leastWords, mostWords }: WordsSettings): boolean =>
  leastWords !== undefined && mostWords !== undefined && leastWords > mostWords;

/** How long the text is to be, how it may begin, and a picture to write about. */
export function WordsFields({ settings, home, onSettings }: FieldsProps<'words'>) {
  const beginWith = (text: string): void =>
    onSettings({ openings: text === '' ? undefined : text.split('\n').slice(0, DEFINITION_LIMITS.openings) });
  return (
    <>
      <View style={styles.row}>
        <NumberField
          label="Words at least"
          value={settings.leastWords ?? null}
          most={DEFINITION_LIMITS.words}
          onChange={(least) => onSettings({ leastWords: least ?? undefined })}
        />
        <NumberField
          label="Words at most"
          value={settings.mostWords ?? null}
          most={DEFINITION_LIMITS.words}
          onChange={(most) => onSettings({ mostWords: most ?? undefined })}
        />
      </View>
      {asksTooMuch(settings) && <Notice>Nobody can write at least so many words and at most so few.</Notice>}
      <Field
        label="Ways to begin, one on each line"
        multiline
        value={(settings.openings ?? []).join('\n')}
        onChangeText={beginWith}
      />
      <PictureToWriteAbout
        home={home}
        media={settings.picture ?? null}
        onMedia={(picture) => onSettings({ picture: picture ?? undefined })}
      />
      <AnotherWay settings={settings} onSettings={onSettings} />
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 14, alignItems: 'center' },
});

import type { MediaHome } from '@lippet/core/contract/media';
import type { Option } from '@lippet/core/questions/option';
import type { Question } from '@lippet/core/questions/question';
import { mediaPlaces, withMedia, type HasMedia } from '@lippet/core/questions/questionMedia';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { mediaOutbox } from '../../api/mediaOutbox';
import { keepablePicture } from '../../page/pictures/keepable';
import { choosePicture } from '../../page/pictures/choosePicture';
import { OptionPicture } from '../../questions/OptionFace';
import { VoiceButton } from '../../recording/VoiceButton';
import { askForFiles } from '../../ui/askForFiles';
import { Button } from '../../ui/Button';
import { LineIcon } from '../../ui/LineIcon';
import { Notice } from '../../ui/Notice';
import { Press } from '../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../ui/theme';

interface Props {
  question: Question;
  home: MediaHome;
  onQuestion: (question: Question) => void;
}

/** Pictures and sounds for a question and for what is chosen in it, so that it can be answered without reading. */
export function QuestionMedia({ question, home, onQuestion }: Props) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const put = (id: string, change: Partial<Pick<Option, 'picture' | 'sound'>>): void =>
    onQuestion(withMedia(question, id, change));
  return (
    <View role="group" aria-label="Pictures and sounds" style={styles.box}>
      {mediaPlaces(question).map((place, index) => (
        <PlaceRow
          key={place.id}
          place={place}
          name={index === 0 ? 'the question' : place.words}
          home={home}
          onPut={(change) => put(place.id, change)}
          onTrouble={setTrouble}
        />
      ))}
      {trouble && <Notice>{trouble}</Notice>}
    </View>
  );
}

interface RowProps {
  place: HasMedia;
  name: string;
  home: MediaHome;
  onPut: (change: Partial<Pick<Option, 'picture' | 'sound'>>) => void;
  onTrouble: (trouble: string | null) => void;
}

function PlaceRow({ place: { picture, sound }, name, home, onPut, onTrouble }: RowProps) {
  const keep = async (file: Blob, as: 'picture' | 'sound'): Promise<void> => {
    const media = crypto.randomUUID();
    try {
      await mediaOutbox.add(media, home, file);
      onTrouble(null);
      onPut({ [as]: media });
    } catch (error) {
      console.warn(`The ${as} could not be kept.`, error);
      onTrouble(`This device has no room for that ${as}.`);
    }
  };
  const bringPicture = async (): Promise<void> => {
    const chosen = await choosePicture(home);
    if (!chosen) return;
    onTrouble(chosen.trouble);
    if (chosen.media) onPut({ picture: chosen.media });
  };
  const bringSound = async (): Promise<void> => {
    const [file] = await askForFiles('audio/*');
    if (file) await keep(file, 'sound');
  };
  const paste = async (files: readonly File[]): Promise<void> => {
    const file = files.find(({ type }) => type.startsWith('image/'));
    if (file) await keep(await keepablePicture(file), 'picture');
  };
  return (
    <View
      style={styles.row}
      // A picture that was copied is pasted onto its row.
      {...({ onPaste: (event: ClipboardEvent) => void paste([...(event.clipboardData?.files ?? [])]) } as object)}
    >
      <Press
        flat={picture !== null}
        aria-label={picture ? `Another picture for ${name}` : `A picture for ${name}`}
        onPress={() => void bringPicture()}
        style={styles.picture}
      >
        {picture ? <OptionPicture media={picture} size={PICTURE} /> : <LineIcon name="picture" />}
      </Press>
      <Text variant="bodyMedium" style={styles.grow}>
        {name}
      </Text>
      {sound && <VoiceButton voice={sound} label={name} />}
      <Button
        icon="louder"
        label={sound ? `Another sound for ${name}` : `A sound for ${name}`}
        onPress={() => void bringSound()}
      >
        Sound
      </Button>
      {(picture ?? sound) && (
        <Press
          flat
          aria-label={`No picture and sound for ${name}`}
          onPress={() => onPut({ picture: null, sound: null })}
          style={styles.bin}
        >
          <LineIcon name="bin" size={20} />
        </Press>
      )}
    </View>
  );
}

const PICTURE = 48;

const styles = StyleSheet.create({
  box: { gap: 8, padding: 8, backgroundColor: colours.paper, borderWidth: OUTLINE, borderColor: colours.ink },
  row: { flexDirection: 'row', alignItems: 'center', gap: 10, flexWrap: 'wrap' },
  picture: { width: PICTURE + 4, height: PICTURE + 4, alignItems: 'center', justifyContent: 'center' },
  grow: { flexGrow: 1, flexShrink: 1, minWidth: 90 },
  bin: { width: TARGET.adult, height: TARGET.adult, alignItems: 'center', justifyContent: 'center' },
});

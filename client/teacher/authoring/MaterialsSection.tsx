import { MEDIA_LIMITS, PDF_TYPE, PICTURE_TYPES, type MediaHome } from '@lippet/core/contract/media';
import { type ActivityPlan, type MaterialKind, type MaterialPlan } from '@lippet/core/contract/activityDefinition';
import { DEFINITION_LIMITS } from '@lippet/core/contract/definitionLimits';
import type { TakeSort } from '@lippet/core/recording/take';
import { completedAddress } from '@lippet/core/words/webAddress';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { MATERIAL_WORDS } from '../../materials/materialWords';
import { mediaOutbox } from '../../api/mediaOutbox';
import { bringPdf } from '../../page/pictures/bringPdf';
import type { Recorded } from '../../capture/recorder';
import { askForFiles } from '../../ui/askForFiles';
import { takeOf } from '../../recording/takeOf';
import { TakePlayer } from '../../recording/TakePlayer';
import { useLocalFile } from '../../recording/useLocalFile';
import { Button } from '../../ui/Button';
import { DateField } from '../../ui/DateField';
import { Field } from '../../ui/Field';
import { LineIcon } from '../../ui/LineIcon';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { Notice } from '../../ui/Notice';
import { colours, OUTLINE, TARGET } from '../../ui/theme';
import { RecordingFile } from './RecordingFile';

const SHOWN = [
  { value: 'start', word: 'From the start' },
  { value: 'at', word: 'From a time' },
  { value: 'sent', word: 'After sending' },
] as const;

interface Props {
  plan: ActivityPlan;
  home: MediaHome;
  zone: string;
  change: (how: (plan: ActivityPlan) => ActivityPlan, step?: boolean) => void;
  /** @param brought from a file, to be looked at and kept */
  onRecord: (sort: TakeSort, brought?: Recorded) => void;
}

export const newMaterial = (kind: MaterialKind, more: Partial<MaterialPlan> = {}): MaterialPlan => ({
  id: crypto.randomUUID(),
  kind,
  title: '',
  words: '',
  address: '',
  media: null,
  seconds: null,
  spans: [],
  shown: 'start',
  at: null,
  ...more,
});

/** What is only looked at: texts, links, pictures, PDFs, recordings, each from the start or later. */
export function MaterialsSection({ plan, home, zone, change, onRecord }: Props) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const add = (material: MaterialPlan): void =>
    change((now) => ({ ...now, materials: [...now.materials, material].slice(0, DEFINITION_LIMITS.materials) }), true);
  const put = (id: string, next: Partial<MaterialPlan>): void =>
    change((now) => ({
      ...now,
      materials: now.materials.map((material) => (material.id === id ? { ...material, ...next } : material)),
    }));
  const nameOf = (file: File): string =>
    file.name
      .replace(/\.[^.]*$/, '')
      .replaceAll(/[_-]+/g, ' ')
      .slice(0, DEFINITION_LIMITS.title);
  const bring = async (kind: 'picture' | 'pdf' | 'file'): Promise<void> => {
    setTrouble(null);
    const [file] = await askForFiles({ pdf: PDF_TYPE, picture: PICTURE_TYPES, file: '*/*' }[kind]);
    if (!file) return;
    if (kind === 'pdf') {
      const pages = await bringPdf(home, file);
      if (typeof pages === 'string') return setTrouble(pages);
      const { background } = pages[0]!;
      return add(newMaterial('pdf', { title: nameOf(file), media: 'media' in background ? background.media : null }));
    }
    if (file.size > MEDIA_LIMITS.file)
      return setTrouble(`That ${kind} is too large: at most ${MEDIA_LIMITS.file / 1024 / 1024} MB.`);
    const media = crypto.randomUUID();
    try {
      await mediaOutbox.add(media, home, file);
      // A file keeps its whole name: its ending says what opens it.
      add(
        newMaterial(kind, {
          title: kind === 'file' ? file.name.slice(0, DEFINITION_LIMITS.title) : nameOf(file),
          media,
        }),
      );
    } catch (error) {
      console.warn(`The ${kind} could not be kept.`, error);
      setTrouble(`This device has no room for that ${kind}.`);
    }
    return undefined;
  };
  return (
    <>
      <Text variant="bodySmall">Only to be read, seen or heard. What is written on belongs under “To work on”.</Text>
      {plan.materials.map((material, i) => (
        <View
          key={material.id}
          role="group"
          aria-label={material.title || `Number ${i + 1} to look at`}
          style={styles.card}
        >
          <View style={styles.row}>
            <LineIcon name={MATERIAL_WORDS[material.kind].icon} size={26} />
            <View style={styles.grow}>
              <Field
                label="Its name"
                value={material.title}
                onChangeText={(title) => put(material.id, { title })}
                maxLength={DEFINITION_LIMITS.title}
              />
            </View>
            <Press
              flat
              aria-label={`Take ${material.title || MATERIAL_WORDS[material.kind].word} away`}
              onPress={() =>
                change((now) => ({ ...now, materials: now.materials.filter(({ id }) => id !== material.id) }), true)
              }
              style={styles.bin}
            >
              <LineIcon name="bin" size={20} />
            </Press>
          </View>
          {material.kind === 'text' && (
            <Field
              label="The text"
              multiline
              value={material.words}
              onChangeText={(words) => put(material.id, { words })}
              maxLength={DEFINITION_LIMITS.words}
            />
          )}
          {material.kind === 'link' && (
            <Field
              label="Address"
              value={material.address}
              onChangeText={(address) => put(material.id, { address })}
              onBlur={() => put(material.id, { address: completedAddress(material.address) })}
              autoCapitalize="none"
            />
          )}
          {material.kind === 'picture' && material.media && <Preview media={material.media} title={material.title} />}
          {(material.kind === 'sound' || material.kind === 'film') && material.media && (
            <TakePlayer
              take={takeOf({
                sort: material.kind,
                media: material.media,
                seconds: material.seconds ?? 1,
                spans: material.spans,
              })}
              label={material.title}
            />
          )}
          <Pick
            label="It is shown"
            headed
            options={SHOWN}
            chosen={material.shown}
            onChoose={(shown) => put(material.id, { shown })}
          />
          {material.shown === 'at' && (
            <DateField
              label="Shown from"
              value={material.at}
              zone={zone}
              onChange={(time) => put(material.id, { at: time })}
            />
          )}
        </View>
      ))}
      {trouble && <Notice>{trouble}</Notice>}
      <View style={styles.add} role="group" aria-label="Add something to look at">
        <Button icon="words" onPress={() => add(newMaterial('text'))}>
          Text
        </Button>
        <Button icon="link" onPress={() => add(newMaterial('link', { address: 'https://' }))}>
          Link
        </Button>
        <Button icon="picture" onPress={() => void bring('picture')}>
          Picture
        </Button>
        <Button icon="pages" onPress={() => void bring('pdf')}>
          PDF
        </Button>
        <Button icon="out" onPress={() => void bring('file')}>
          File
        </Button>
        <Button icon="voice" onPress={() => onRecord('sound')}>
          Sound
        </Button>
        <Button icon="film" onPress={() => onRecord('film')}>
          Film
        </Button>
        <RecordingFile home={home} onRecord={onRecord} onTrouble={setTrouble} />
      </View>
    </>
  );
}

function Preview({ media, title }: { media: string; title: string }) {
  const local = useLocalFile(media);
  return local === undefined ? null : (
    <img
      src={local ?? `/api/media/${media}`}
      alt={title}
      style={{ maxWidth: 220, maxHeight: 140, border: `${OUTLINE}px solid ${colours.ink}`, alignSelf: 'flex-start' }}
    />
  );
}

const styles = StyleSheet.create({
  card: { gap: 12, padding: 12, backgroundColor: colours.mist, borderWidth: OUTLINE, borderColor: colours.ink },
  row: { flexDirection: 'row', alignItems: 'flex-end', gap: 12 },
  grow: { flex: 1 },
  bin: { width: TARGET.adult, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  add: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
});

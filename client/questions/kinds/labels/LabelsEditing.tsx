import { OPTION_LIMITS, type Option } from '@lippet/core/questions/option';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Button } from '../../../ui/Button';
import { Field } from '../../../ui/Field';
import { LineIcon } from '../../../ui/LineIcon';
import { Press } from '../../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../../ui/theme';
import { PictureGround, type PicturePoint } from '../../PictureGround';
import type { EditingProps } from '../../questionUi';
import { MovePlace } from '../place/MovePlace';
import { regionAround } from '../place/regionAround';

const newLabel = (words = ''): Option => ({ id: crypto.randomUUID(), words, picture: null, sound: null });

/** Places are pressed onto the picture, and each is given its label. */
export function LabelsEditing({ settings, onSettings }: EditingProps<'labels'>) {
  const { picture, places, spare } = settings;
  if (!picture) return null;
  const add = (point: PicturePoint): void =>
    onSettings({
      ...settings,
      places: [...places, { id: crypto.randomUUID(), region: regionAround(point), label: newLabel() }].slice(
        0,
        OPTION_LIMITS.options,
      ),
    });
  const change = (id: string, next: Partial<(typeof places)[0]>): void =>
    onSettings({ ...settings, places: places.map((place) => (place.id === id ? { ...place, ...next } : place)) });
  return (
    <View style={styles.box} role="group" aria-label="Places and labels">
      <Text variant="bodySmall">Press the picture where a label belongs.</Text>
      <PictureGround media={picture} alt="The picture with its places" onPoint={add}>
        {places.map(({ id, region }, index) => (
          <View
            key={id}
            style={[
              styles.place,
              { left: `${(region.x + region.width / 2) * 100}%`, top: `${(region.y + region.height / 2) * 100}%` },
            ]}
          >
            <Text variant="labelMedium">{index + 1}</Text>
          </View>
        ))}
      </PictureGround>
      {places.map(({ id, region, label }, index) => (
        <View key={id} style={styles.row}>
          <View style={styles.grow}>
            <Field
              label={`Label of place ${index + 1}`}
              value={label.words}
              maxLength={OPTION_LIMITS.words}
              onChangeText={(words) => change(id, { label: { ...label, words } })}
            />
          </View>
          <MovePlace name={`place ${index + 1}`} region={region} onRegion={(next) => change(id, { region: next })} />
          <Press
            flat
            aria-label={`Delete place ${index + 1}`}
            onPress={() => onSettings({ ...settings, places: places.filter((place) => place.id !== id) })}
            style={styles.bin}
          >
            <LineIcon name="bin" size={20} />
          </Press>
        </View>
      ))}
      <Button icon="plus" onPress={() => add({ x: 0.5, y: 0.5 })} style={styles.way}>
        A place in the middle
      </Button>
      <Field
        label="Labels that belong nowhere, with commas between"
        value={spare.map(({ words }) => words).join(', ')}
        onChangeText={(text) =>
          onSettings({
            ...settings,
            spare:
              text === '' ? [] : text.split(/,\s?/).map((words, index) => ({ ...(spare[index] ?? newLabel()), words })),
          })
        }
      />
    </View>
  );
}

const styles = StyleSheet.create({
  box: { gap: 10 },
  place: {
    position: 'absolute',
    width: 32,
    height: 32,
    marginLeft: -16,
    marginTop: -16,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: colours.ochre,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    pointerEvents: 'none',
  },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-end', gap: 10 },
  grow: { flexGrow: 1, flexBasis: 180 },
  bin: { width: TARGET.adult, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  way: { alignSelf: 'flex-start' },
});

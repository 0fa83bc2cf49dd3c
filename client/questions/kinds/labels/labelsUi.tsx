import type { Region } from '@lippet/core/questions/kinds/place/place';
import { useState } from 'react';
import { StyleSheet, View, type ViewStyle } from 'react-native';
import { Text } from 'react-native-paper';
import { Press } from '../../../ui/Press';
import { colours, TARGET } from '../../../ui/theme';
import { LooseOptions } from '../../LooseOptions';
import { optionName } from '../../OptionFace';
import { PictureGround } from '../../PictureGround';
import type { AnsweringProps, QuestionUi } from '../../questionUi';
import { LabelsEditing } from './LabelsEditing';

/** Around the middle of a region, and never smaller than a finger. */
const placed = ({ x, y, width, height }: Region): ViewStyle => ({
  position: 'absolute',
  left: `${(x + width / 2) * 100}%`,
  top: `${(y + height / 2) * 100}%`,
});

/** A label is pressed, and then its place on the picture; what lies somewhere is taken back by a press. */
function LabelsAnswering({ question, answer, onAnswer }: AnsweringProps<'labels'>) {
  const { picture, places, labels } = question.asked;
  const [held, setHeld] = useState<string | null>(null);
  const put = new Map(answer?.pairs ?? []);
  const free = labels.filter(({ id }) => ![...put.values()].includes(id));
  const press = (place: string): void => {
    const next = new Map(put);
    if (held === null) next.delete(place);
    else next.set(place, held);
    setHeld(null);
    onAnswer?.(next.size === 0 ? null : { pairs: [...next] });
  };
  if (!picture) return null;
  return (
    <View style={styles.box}>
      <PictureGround media={picture} alt={question.words}>
        {places.map(({ id, region }, index) => {
          const label = labels.find((one) => one.id === put.get(id));
          const says = label ? optionName(label) : 'nothing yet';
          return (
            <Press
              key={id}
              aria-label={`Place ${index + 1}: ${says}${held === null ? '' : '. Put it here'}`}
              disabled={!onAnswer || (held === null && !label)}
              flat
              fill={label ? colours.mist : colours.paper}
              onPress={() => press(id)}
              style={[placed(region), styles.place]}
            >
              <Text variant={label ? 'labelMedium' : 'titleMedium'}>{label ? optionName(label) : index + 1}</Text>
            </Press>
          );
        })}
      </PictureGround>
      {onAnswer && <LooseOptions label="Labels" options={free} held={held} onHold={setHeld} />}
      {held !== null && (
        <Text variant="bodyMedium" role="status">
          Now press its place on the picture.
        </Text>
      )}
    </View>
  );
}

export const labelsUi: QuestionUi<'labels'> = {
  word: 'Labels on a picture',
  how: () => 'Press a label, then its place',
  Answering: LabelsAnswering,
  beginsWith: 'a picture',
  Editing: LabelsEditing,
};

const styles = StyleSheet.create({
  box: { gap: 14 },
  place: {
    minWidth: TARGET.learner,
    minHeight: TARGET.learner,
    maxWidth: 130,
    marginLeft: -TARGET.learner / 2,
    marginTop: -TARGET.learner / 2,
    paddingHorizontal: 6,
    alignItems: 'center',
    justifyContent: 'center',
  },
});

import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon, type LineName } from '../../../ui/LineIcon';
import { Press } from '../../../ui/Press';
import { colours, OUTLINE, TARGET } from '../../../ui/theme';
import { PictureGround, type PicturePoint } from '../../PictureGround';
import type { AnsweringProps, EditingProps, QuestionUi } from '../../questionUi';
import { MovePlace } from './MovePlace';
import { regionAround } from './regionAround';

const STEP = 0.03;
const WAYS: readonly { word: string; icon: LineName; by: [number, number] }[] = [
  { word: 'left', icon: 'back', by: [-STEP, 0] },
  { word: 'right', icon: 'forward', by: [STEP, 0] },
  { word: 'up', icon: 'up', by: [0, -STEP] },
  { word: 'down', icon: 'down', by: [0, STEP] },
];

const within = (value: number): number => Math.min(1, Math.max(0, value));

/** The picture is pressed where it is; the peg is moved by buttons as well, so that no pointer is needed. */
function PlaceAnswering({ question, answer, onAnswer }: AnsweringProps<'place'>) {
  const { picture } = question.asked;
  if (!picture) return null;
  const from: PicturePoint = answer ?? { x: 0.5, y: 0.5 };
  return (
    <View style={styles.box}>
      <PictureGround media={picture} alt={question.words} onPoint={onAnswer}>
        {answer && (
          <View style={[styles.peg, { left: `${answer.x * 100}%`, top: `${answer.y * 100}%` }]} aria-hidden>
            <LineIcon name="pin" size={22} />
          </View>
        )}
      </PictureGround>
      {onAnswer && (
        <View role="group" aria-label="Move the peg" style={styles.row}>
          {WAYS.map(({ word, icon, by: [x, y] }) => (
            <Press
              key={word}
              aria-label={`Peg ${word}`}
              onPress={() => onAnswer({ x: within(from.x + x), y: within(from.y + y) })}
              style={styles.step}
            >
              <LineIcon name={icon} size={20} />
            </Press>
          ))}
        </View>
      )}
      <Text variant="bodyMedium" role="status">
        {answer
          ? `The peg is ${Math.round(answer.x * 100)} % across and ${Math.round(answer.y * 100)} % down.`
          : 'No peg yet.'}
      </Text>
    </View>
  );
}

/** The picture is pressed where it is right. */
function PlaceEditing({ settings, onSettings }: EditingProps<'place'>) {
  const { picture, regions } = settings;
  if (!picture) return null;
  const [first] = regions;
  return (
    <View style={styles.box} role="group" aria-label="Where it is right">
      <Text variant="bodySmall">Press the picture where it is right.</Text>
      <PictureGround
        media={picture}
        alt="The picture with the place that is right"
        onPoint={(point) => onSettings({ ...settings, regions: [regionAround(point)] })}
      >
        {regions.map((region, index) => (
          <View
            key={index}
            style={[
              styles.region,
              {
                left: `${region.x * 100}%`,
                top: `${region.y * 100}%`,
                width: `${region.width * 100}%`,
                height: `${region.height * 100}%`,
              },
            ]}
          />
        ))}
      </PictureGround>
      <MovePlace
        name="the right place"
        region={first ?? regionAround({ x: 0.5, y: 0.5 })}
        onRegion={(region) => onSettings({ ...settings, regions: [region] })}
      />
    </View>
  );
}

export const placeUi: QuestionUi<'place'> = {
  word: 'A place on a picture',
  how: () => 'Press the place on the picture',
  Answering: PlaceAnswering,
  beginsWith: 'a picture',
  Editing: PlaceEditing,
};

const PEG = 36;

const styles = StyleSheet.create({
  box: { gap: 12 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  step: { width: TARGET.learner, height: TARGET.learner, alignItems: 'center', justifyContent: 'center' },
  peg: {
    position: 'absolute',
    width: PEG,
    height: PEG,
    marginLeft: -PEG / 2,
    marginTop: -PEG / 2,
    alignItems: 'center',
    justifyContent: 'center',
    backgroundColor: colours.ochre,
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    pointerEvents: 'none',
  },
  region: {
    position: 'absolute',
    borderWidth: 3,
    borderStyle: 'dashed',
    borderColor: colours.vermilion,
    borderRadius: 999,
    pointerEvents: 'none',
  },
});

import { STEPS } from '@lippet/core/parts/scale/scaleAnswer';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path, Rect } from 'react-native-svg';
import { colours, OUTLINE } from '../../ui/theme';

interface Props {
  /** 1 to 5, or null where nothing is set: then the float lies on the ground. */
  step: number | null;
  /** Height of one step, in CSS pixels. */
  rise: number;
  /** With a word at each step; without, it is a picture among others. */
  labelled?: boolean;
  focused?: boolean;
}

const WIDTH = 96;
const POLE = { left: 40, width: 16 };
/** How high the float stands over the water, and how wide it is at its foot, as shares of a step; on a small pole it is larger. */
const FLOAT = { tall: 0.5, wide: 0.7, least: 32 };

/** The surface of the water from one side to the other, in waves. */
function waves(y: number, high: number): string {
  let path = `M2 ${y}`;
  for (let x = 2, up = true; x < WIDTH - 2; x += 23, up = !up) path += `q11.5 ${up ? -high : high} 23 0`;
  return path;
}

/** A buoy that floats: a cone with a band, its foot in the water. */
function float(y: number, rise: number): { body: string; band: string } {
  const size = Math.max(rise, FLOAT.least);
  const [half, tall] = [(size * FLOAT.wide) / 2, size * FLOAT.tall];
  const middle = POLE.left + POLE.width / 2;
  const band = y - tall * 0.4;
  return {
    body: `M${middle - half} ${y}L${middle - 4} ${y - tall}h8L${middle + half} ${y}q${-half} ${size * 0.16} ${-2 * half} 0Z`,
    band: `M${middle - half * 0.66} ${band}H${middle + half * 0.66}`,
  };
}

/** A tide pole: the water stands as high as one says, and a float on it. */
export function TidePole({ step, rise, labelled = false, focused = false }: Props) {
  const rows = STEPS.length + 1;
  const height = rows * rise;
  // The middle of a step's row; the ground is the row below the first.
  const levelOf = (row: number): number => height - (row + 0.5) * rise;
  const level = levelOf(step ?? 0) + rise * 0.2;
  const { body, band } = float(level, rise);
  const surface = waves(level, rise * 0.1);
  return (
    <View style={styles.row}>
      <Svg width={WIDTH} height={height} aria-hidden>
        <Path d={`M2 ${height - 3}H${WIDTH - 2}`} stroke={colours.ink} strokeWidth={OUTLINE * 1.5} />
        {step !== null && <Path d={`${surface}V${height - 4}H2Z`} fill={colours.tide} />}
        <Rect
          x={POLE.left}
          y={rise * 0.2}
          width={POLE.width}
          height={height - rise * 0.2 - 3}
          fill={colours.scrap}
          stroke={colours.ink}
          strokeWidth={OUTLINE}
        />
        {STEPS.map((word, i) => (
          <Path
            key={word}
            d={`M${POLE.left} ${levelOf(i + 1) + rise * 0.2}h${POLE.width}`}
            stroke={colours.ink}
            strokeWidth={OUTLINE * 1.5}
          />
        ))}
        {step !== null && <Path d={surface} fill="none" stroke={colours.sea} strokeWidth={3} />}
        <Path
          d={body}
          fill={step === null ? colours.scrap : colours.ochre}
          stroke={focused ? colours.sea : colours.ink}
          strokeWidth={focused ? 4 : OUTLINE}
          strokeLinejoin="round"
        />
        <Path d={band} stroke={focused ? colours.sea : colours.ink} strokeWidth={OUTLINE} />
      </Svg>
      {labelled && (
        <View style={{ height }} aria-hidden>
          {STEPS.map((word, i) => (
            <View key={word} style={[styles.label, { height: rise, top: levelOf(i + 1) - rise / 2 }]}>
              <Text
                variant="titleMedium"
                numberOfLines={1}
                style={[styles.word, step === i + 1 ? styles.set : { color: colours.soft }]}
              >
                {word}
              </Text>
            </View>
          ))}
        </View>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row' },
  label: { position: 'absolute', left: 12, justifyContent: 'center' },
  word: { width: 150 },
  set: { fontWeight: '700' },
});

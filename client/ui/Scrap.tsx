import { useState, type ReactNode } from 'react';
import { StyleSheet, View, type StyleProp, type ViewStyle } from 'react-native';
import Svg, { Path } from 'react-native-svg';
import { colours, CUT, OUTLINE, SHADOW } from './theme';

interface Props {
  children: ReactNode;
  fill?: string;
  /** A hard shadow says that it can be pressed. */
  raised?: boolean;
  shadowColour?: string;
  style?: StyleProp<ViewStyle>;
}

/** The outline of a scrap of paper with its top right corner cut, and its shadow moved by `shift`. */
function outline(width: number, height: number, shift: number): string {
  const edge = OUTLINE / 2;
  const [left, top, right, bottom] = [edge + shift, edge + shift, width - edge + shift, height - edge + shift];
  return `M${left} ${top}H${right - CUT}L${right} ${top + CUT}V${bottom}H${left}Z`;
}

/** Cut paper: fill, cut corner and outline are one drawn path. */
export function Scrap({ children, fill = colours.scrap, raised = false, shadowColour = colours.ink, style }: Props) {
  const [size, setSize] = useState({ width: 0, height: 0 });
  return (
    <View
      style={style}
      onLayout={({ nativeEvent: { layout } }) => setSize({ width: layout.width, height: layout.height })}
    >
      {size.width > 0 && (
        <View style={[StyleSheet.absoluteFill, styles.drawn]} aria-hidden>
          <Svg width={size.width + SHADOW} height={size.height + SHADOW} style={styles.svg}>
            {raised && (
              <Path
                d={outline(size.width, size.height, SHADOW)}
                fill={shadowColour}
                stroke={shadowColour}
                strokeWidth={OUTLINE}
              />
            )}
            <Path d={outline(size.width, size.height, 0)} fill={fill} stroke={colours.ink} strokeWidth={OUTLINE} />
          </Svg>
        </View>
      )}
      {children}
    </View>
  );
}

const styles = StyleSheet.create({
  drawn: { pointerEvents: 'none', zIndex: -1 },
  svg: { overflow: 'visible' },
});

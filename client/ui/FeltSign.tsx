import { FELT_WORDS, type Felt } from '@lippet/core/contract/pieces';
import type { ReactNode } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { colours } from './theme';

const EDGE = { stroke: colours.ink, strokeWidth: 2.5, strokeLinecap: 'round', strokeLinejoin: 'round' } as const;

/** How steep the way was: flat ground, a hill, a mountain with its flag. */
const SHAPES: Record<Felt, ReactNode> = {
  easy: <Path d="M3 30c10-3 18-3 34 0v6H3Z" fill={colours.ochre} {...EDGE} />,
  right: <Path d="M3 36c6 0 9-18 17-18s11 18 17 18Z" fill={colours.ochre} {...EDGE} />,
  hard: (
    <>
      <Path d="M3 36L19 10l6 9 4-4 9 21Z" fill={colours.ochre} {...EDGE} />
      <Path d="M19 10V3l7 2.500-7 2.500" fill={colours.vermilion} {...EDGE} />
    </>
  ),
};

export const FeltShape = ({ felt, size = 40 }: { felt: Felt; size?: number }) => (
  <Svg width={size} height={size} viewBox="0 0 40 40" aria-hidden>
    {SHAPES[felt]}
  </Svg>
);

/** How a piece was for whoever made it. */
export const FeltSign = ({ felt, name }: { felt: Felt; name: string }) => (
  <View style={styles.row}>
    <FeltShape felt={felt} />
    <Text variant="labelLarge">{`For ${name} it was: ${FELT_WORDS[felt].toLowerCase()}`}</Text>
  </View>
);

const styles = StyleSheet.create({ row: { flexDirection: 'row', alignItems: 'center', gap: 10 } });

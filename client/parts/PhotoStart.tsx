import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Path } from 'react-native-svg';
import { Button } from '../ui/Button';
import { colours } from '../ui/theme';

interface Props {
  onCamera: () => void;
  onFiles: () => void;
  editable: boolean;
}

/** A part that waits for its first photo. */
export function PhotoStart({ onCamera, onFiles, editable }: Props) {
  return (
    <View style={styles.box}>
      <Svg width={150} height={150} viewBox="0 0 150 150" aria-hidden>
        <Path
          d="M28 34L110 22L126 118L40 132Z"
          fill={colours.scrap}
          stroke={colours.ink}
          strokeWidth={3}
          strokeLinejoin="round"
        />
        <Path
          d="M46 56l52-8M49 74l52-8M52 92l34-5"
          fill="none"
          stroke={colours.line}
          strokeWidth={4}
          strokeLinecap="round"
        />
        <Path
          d="M12 40V14H40M112 8H142V34M142 112V142H116M44 146H14V118"
          fill="none"
          stroke={colours.vermilion}
          strokeWidth={5}
        />
      </Svg>
      <Text variant="bodyLarge" style={styles.words}>
        {editable ? 'Make it on paper. Then take a photo of it here.' : 'No photo was taken.'}
      </Text>
      {editable && (
        <>
          <Button kind="main" large icon="camera" onPress={onCamera}>
            Take a photo
          </Button>
          <Button icon="box" onPress={onFiles}>
            Photos from files
          </Button>
        </>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  box: { flex: 1, alignItems: 'center', justifyContent: 'center', gap: 18, padding: 24, backgroundColor: colours.desk },
  words: { textAlign: 'center', maxWidth: 320 },
});

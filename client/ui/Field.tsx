import { StyleSheet, View, type TextInputProps as NativeProps } from 'react-native';
import { HelperText, Text, TextInput, useTheme } from 'react-native-paper';
import { colours, OUTLINE } from './theme';

interface Props extends Pick<
  NativeProps,
  | 'secureTextEntry'
  | 'autoComplete'
  | 'autoCapitalize'
  | 'multiline'
  | 'maxLength'
  | 'onSubmitEditing'
  | 'onBlur'
  | 'autoFocus'
  | 'inputMode'
> {
  label: string;
  /** Its name stands elsewhere, as above a column. */
  bare?: boolean;
  value: string;
  onChangeText: (value: string) => void;
  problem?: string;
}

/** A text field with its name above it and the trouble, if any, below. */
export function Field({ label, bare = false, problem, multiline, ...rest }: Props) {
  const { fontFamily, fontSize } = useTheme().fonts.bodyLarge;
  const face = { fontFamily, fontSize: fontSize - 1 };
  return (
    <View style={styles.field}>
      {!bare && (
        <Text variant="labelMedium" aria-hidden>
          {label}
        </Text>
      )}
      <TextInput
        mode="outlined"
        multiline={multiline}
        error={Boolean(problem)}
        aria-label={label}
        outlineStyle={styles.outline}
        activeOutlineColor={colours.sea}
        textColor={colours.ink}
        style={[styles.input, face, multiline && styles.tall]}
        contentStyle={[face, multiline && styles.tallContent]}
        // Whoever sends it by Enter stays where they are: what was wrong is put right there.
        blurOnSubmit={false}
        {...rest}
      />
      {problem ? (
        <HelperText type="error" padding="none" role="alert" style={styles.problem}>
          {problem}
        </HelperText>
      ) : null}
    </View>
  );
}

const styles = StyleSheet.create({
  field: { gap: 4 },
  input: { backgroundColor: colours.scrap },
  tall: { minHeight: 110 },
  outline: { borderWidth: OUTLINE, borderRadius: 0 },
  // As high as what is written in it, where the browser can: a teacher reads a level, a learner an answer, as a whole.
  tallContent: { paddingTop: 10, maxHeight: 320, ...({ fieldSizing: 'content' } as object) },
  problem: { fontSize: 15, color: colours.vermilion },
});

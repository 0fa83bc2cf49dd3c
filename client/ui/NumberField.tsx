import { useEffect, useEffectEvent, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Field } from './Field';

interface Props {
  label: string;
  /** A whole number from 1; null for none. */
  value: number | null;
  most: number;
  onChange: (value: number | null) => void;
}

/** A whole number, or nothing. What is no number stays in the field with a sentence, and changes nothing. */
export function NumberField({ label, value, most, onChange }: Props) {
  const [text, setText] = useState(value === null ? '' : String(value));
  const number = text.trim() === '' ? null : Number(text);
  const fits = number === null || (Number.isInteger(number) && number >= 1 && number <= most);
  const follow = useEffectEvent((now: number | null) => {
    if (fits && number !== now) setText(now === null ? '' : String(now));
  });
  useEffect(() => follow(value), [value]);
  const type = (typed: string): void => {
    setText(typed);
    const given = typed.trim() === '' ? null : Number(typed);
    if (given === null || (Number.isInteger(given) && given >= 1 && given <= most)) onChange(given);
  };
  return (
    <View style={styles.field}>
      <Field
        label={label}
        value={text}
        onChangeText={type}
        problem={fits ? undefined : `A whole number from 1 to ${most}.`}
      />
    </View>
  );
}

const styles = StyleSheet.create({ field: { width: 150 } });

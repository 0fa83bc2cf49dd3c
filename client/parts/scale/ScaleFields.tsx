import { DEFINITION_LIMITS } from '@lippet/core/contract/definitionLimits';
import { Field } from '../../ui/Field';
import { TickBox } from '../../ui/TickBox';
import type { FieldsProps } from '../partKind';

/** The statement, and whether words may stand beside the answer. */
export function ScaleFields({ settings, onSettings }: FieldsProps<'scale'>) {
  return (
    <>
      <Field
        label="The statement"
        value={settings.statement}
        onChangeText={(statement) => onSettings({ statement })}
        maxLength={DEFINITION_LIMITS.line}
      />
      <TickBox
        word="A few words with it"
        below="Learners may say why, if they like"
        on={settings.withWords === true}
        onChange={(withWords) => onSettings({ withWords: withWords || undefined })}
      />
    </>
  );
}
